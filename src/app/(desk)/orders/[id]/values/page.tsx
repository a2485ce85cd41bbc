import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { holdsRole } from '@/core/ledger/roles';
import { isClosed } from '@/core/ledger/order-state';
import { valueRows } from '@/core/procedure/value-rows';
import { torqueTexts } from '@/core/units/torque-text';
import { PrintButton } from '@/features/torque/print-button';
import { OrderValues } from '@/features/values/order-values';
import type { ValueLine } from '@/features/values/value-lines';
import { crewNames, orderPage } from '@/server/queries/page-data';
import { SignBoxes } from '@/ui/sign-boxes';

export const metadata: Metadata = { title: 'Value sheet' };

export default async function ValuesPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { document, run } = file.state;
  if (!document || !run)
    return (
      <p className="py-8 text-lg">
        The value sheet of an order begins with its work. Values of a kit can be entered before, on its{' '}
        <Link href="/procedures">procedure’s</Link> value sheet.
      </p>
    );
  if (isClosed(file.state))
    return (
      <p className="py-8 text-lg">
        Handed over already. A value is corrected on its own, in the{' '}
        <Link href={`/orders/${file.id}/torque`}>torque ledger</Link>.
      </p>
    );
  const { leads } = await crewNames();
  const fasteners = document.fasteners.filter((one) => !run.leftOffFasteners.has(one.id));
  const lines = valueRows(fasteners).map(({ name, fasteners: twins }): ValueLine => {
    const specs = twins.map((one) => run.fasteners.get(one.id)!.spec);
    const told = [
      ...new Set(
        specs.map((spec) => {
          if (!spec) return 'no value';
          const { value, unit } = torqueTexts(spec.nm, viewer.torqueUnit);
          return `${value} ${unit}${spec.angleDeg ? ` + ${spec.angleDeg}°` : ''}, ${spec.source}`;
        }),
      ),
    ];
    return {
      name,
      keys: twins.map((one) => one.id),
      like: twins[0]!,
      now: specs.every((spec) => !spec) ? null : told.join('; '),
      madeUp: specs.some((spec) => spec?.madeUp),
      removable: false,
    };
  });
  const missing = lines.filter((line) => line.now === null).length;
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-4 pb-3">
        <div>
          <h2>Value sheet</h2>
          <p className="max-w-3xl text-soft">
            {missing ? `${missing} of ${lines.length} lines have no value.` : 'Every line has a value.'}{' '}
            Values come from the kit’s or the car’s sheet: nothing is filled in for you, and nothing is
            tightened by feel.
          </p>
        </div>
        <PrintButton words="Print the sheet" />
      </div>
      <OrderValues
        orderId={file.id}
        lines={lines}
        unit={viewer.torqueUnit}
        leads={holdsRole(viewer.roles, ['lead']) ? null : leads}
        platform={file.vehicle.platform}
      />
      <SignBoxes words={['Read from the sheet by', 'Read again by somebody else', 'Date']} />
    </>
  );
}
