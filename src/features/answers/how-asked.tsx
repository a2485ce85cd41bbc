'use client';

import { useState } from 'react';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';

export interface HowAsked {
  how: string;
  witness: string | null;
}

/** How the customer was asked: in the shop, or by phone with somebody who heard it. */
export function useHowAsked() {
  const [how, setHow] = useState('in the shop');
  const [witness, setWitness] = useState('');
  const asked: HowAsked = { how, witness: how === 'by phone' ? witness : null };
  const fields = (label: string, widths: { how?: string; witness?: string } = {}) => (
    <>
      <SelectField
        className={widths.how}
        name="how"
        label={label}
        value={how}
        onValue={(chosen) => setHow(chosen)}
        options={[
          ['in the shop', 'in the shop'],
          ['by phone', 'by phone'],
        ]}
      />
      {how === 'by phone' && (
        <TextField
          className={widths.witness}
          name="witness"
          label="Who heard it"
          value={witness}
          onChange={(event) => setWitness(event.target.value)}
        />
      )}
    </>
  );
  return { asked, fields };
}
