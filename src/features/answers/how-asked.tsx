'use client';

import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';

export interface HowAsked {
  how: string;
  witness: string;
}
export const ASKED_HERE: HowAsked = { how: 'in the shop', witness: '' };

export const askedOf = ({ how, witness }: HowAsked) => ({
  how,
  witness: how === 'by phone' ? witness : null,
});

/** How the customer was asked: in the shop, or by phone with somebody who heard it. */
export function HowAskedFields({
  label,
  how,
  widths = {},
}: {
  label: string;
  how: string;
  widths?: { how?: string; witness?: string };
}) {
  return (
    <>
      <SelectField
        className={widths.how}
        name="how"
        label={label}
        options={[
          ['in the shop', 'in the shop'],
          ['by phone', 'by phone'],
        ]}
      />
      {how === 'by phone' && <TextField className={widths.witness} name="witness" label="Who heard it" />}
    </>
  );
}
