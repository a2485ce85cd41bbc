'use client';

import type { InputOf } from '@/contracts/commands';
import { CommandForm } from '@/features/transport/command-form';
import { MoneyField, NumberField, type TypedFigure } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';

/** Name, address and phone as a customer's paper has them, and how this shop counts money. */
export function ShopDetailsForm({ details }: { details: InputOf<'shop.details'> }) {
  const { name, address, phone, paper, centsPerHour, taxHow, taxPercent, taxLabel, quoteDays } = details;
  return (
    <CommandForm
      command="shop.details"
      className="grid grid-cols-2 items-start gap-3"
      keeps
      said="Saved."
      start={{
        name,
        address,
        phone,
        paper: paper as string,
        centsPerHour: centsPerHour as TypedFigure,
        taxHow: taxHow as string,
        taxPercent: (taxPercent || null) as TypedFigure,
        taxLabel,
        quoteDays: quoteDays as TypedFigure,
      }}
      input={(typed) => (typed.taxHow === 'none' ? { ...typed, taxPercent: 0, taxLabel: '' } : typed)}
    >
      {(typed) => (
        <>
          <TextField className="col-span-2" name="name" label="Name of the shop" />
          <AreaField className="col-span-2" name="address" label="Address, as on paper" rows={2} />
          <TextField name="phone" label="Phone" type="tel" />
          <SelectField
            name="paper"
            label="Paper"
            options={[
              ['letter', 'US letter'],
              ['a4', 'A4'],
            ]}
          />
          <MoneyField name="centsPerHour" label="Labor, an hour" />
          <NumberField whole name="quoteDays" label="A quote holds, days" />
          <SelectField
            className="col-span-2"
            name="taxHow"
            label="Tax on a quote"
            options={[
              ['none', 'none'],
              ['added', 'added to the prices'],
              ['included', 'included in the prices'],
            ]}
          />
          {typed.taxHow !== 'none' && (
            <>
              <TextField name="taxLabel" label="What it is called" />
              <NumberField name="taxPercent" label="Rate, %" />
            </>
          )}
          <Send weight="line" className="col-span-2">
            Save name, paper and money
          </Send>
        </>
      )}
    </CommandForm>
  );
}
