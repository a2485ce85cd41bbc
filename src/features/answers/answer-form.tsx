'use client';

import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { Errors, FormErrors, SelectField, TextField } from '@/ui/form';

/** The customer's yes or no to one version of something: in the shop, or by phone with somebody who heard it. */
export function AnswerForm({
  command,
  input,
  small,
}: {
  command: 'plan.answer' | 'offer.answer' | 'quote.answer';
  input: object;
  small?: boolean;
}) {
  const { give, busy, errors } = useCommand(command);
  const [how, setHow] = useState('in the shop');
  const [witness, setWitness] = useState('');
  const answer = (yes: boolean) =>
    void give({ ...input, yes, how, witness: how === 'by phone' ? witness : null });
  return (
    <Errors errors={errors}>
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          className="w-36"
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
            className="w-44"
            name="witness"
            label="Who heard it"
            value={witness}
            onChange={(event) => setWitness(event.target.value)}
          />
        )}
        <div className={small ? 'flex gap-2' : 'grid w-full grid-cols-2 gap-3'}>
          <button type="button" className="btn btn-pen" disabled={busy} onClick={() => answer(true)}>
            {small ? 'Yes' : 'The customer says yes'}
          </button>
          <button type="button" className="btn" disabled={busy} onClick={() => answer(false)}>
            {small ? 'No' : 'The customer says no'}
          </button>
        </div>
      </div>
      <FormErrors errors={errors} shown={['witness', 'how']} />
    </Errors>
  );
}
