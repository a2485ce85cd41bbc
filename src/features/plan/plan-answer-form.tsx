'use client';

import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { Errors, FormErrors, SelectField, TextField } from '@/ui/form';

/** The customer's yes or no to one version of the plan: in the shop, or by phone with somebody who heard it. */
export function PlanAnswerForm({ orderId, version }: { orderId: string; version: number }) {
  const { give, busy, errors } = useCommand('plan.answer');
  const [how, setHow] = useState('in the shop');
  const [witness, setWitness] = useState('');
  const answer = (yes: boolean) =>
    void give({ orderId, version, yes, how, witness: how === 'by phone' ? witness : null });
  return (
    <Errors errors={errors}>
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          className="w-44"
          name="how"
          label="Asked"
          value={how}
          onChange={(event) => setHow(event.target.value)}
          options={[
            ['in the shop', 'in the shop'],
            ['by phone', 'by phone'],
          ]}
        />
        {how === 'by phone' && (
          <TextField
            className="w-52"
            name="witness"
            label="Who heard it"
            value={witness}
            onChange={(event) => setWitness(event.target.value)}
          />
        )}
        <button type="button" className="btn btn-pen" disabled={busy} onClick={() => answer(true)}>
          The customer says yes
        </button>
        <button type="button" className="btn" disabled={busy} onClick={() => answer(false)}>
          The customer says no
        </button>
      </div>
      <FormErrors errors={errors} shown={['witness', 'how']} />
    </Errors>
  );
}
