'use client';

import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';

/** Where the car stands, changed as it is moved. */
export function PlaceControl({
  orderId,
  place,
  places,
}: {
  orderId: string;
  place: string | null;
  places: { id: string; name: string }[];
}) {
  const { send, busy, errors } = useCommand('order.place');
  return (
    <Errors errors={errors}>
      <SelectField
        name="place"
        label="Stands"
        value={place ?? ''}
        disabled={busy}
        onValue={(chosen) => void send({ orderId, place: chosen || null })}
        options={[['', 'in the yard'], ...places.map((one) => [one.id, one.name] as const)]}
      />
      <FormErrors errors={errors} shown={['place']} />
    </Errors>
  );
}
