import type { HeightOccasion } from '@/core/ledger/entries';
import { isClosed } from '@/core/ledger/order-state';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { HeightsForm } from '@/features/heights/heights-form';
import { HeightTable, StancePanel } from '@/features/heights/stance-panel';
import { orderPage } from '@/server/queries/page-data';

const AFTER: HeightOccasion[] = [
  'on wheels',
  'settled',
  'after alignment',
  'with accessories',
  'on new tires',
];

export default async function HeightsPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const intake = file.state.intake!.data;
  const { baseline, stance, unit, rows, verdicts } = heightsOfOrder(file);
  const occasions: HeightOccasion[] =
    intake.orderKind === 're-torque' ? ['come-back'] : baseline ? AFTER : ['as came'];
  const tires = baseline && file.state.run ? (intake.newTires ?? intake.tires) : intake.tires;
  return (
    <>
      {rows.length > 0 && (
        <section className="mb-8">
          <StancePanel
            stance={{
              ...stance,
              unit,
              measured: stance.after ?? stance.before,
              before: stance.after ? stance.before : null,
            }}
          />
          <HeightTable rows={rows} unit={unit} />
          <p className="mt-3 text-[1.15rem] font-semibold">{verdicts.map((axle) => axle.text).join(' ')}</p>
        </section>
      )}
      {!isClosed(file.state) && (
        <HeightsForm
          key={rows.length}
          orderId={file.id}
          stance={{
            body: stance.body,
            wheelbaseMm: stance.wheelbaseMm,
            tireDiameterMm: stance.tireDiameterMm,
            predicted: stance.predicted,
            target: stance.target,
            before: stance.before,
          }}
          occasions={occasions}
          method={baseline?.entry.data.method ?? intake.targets.method}
          upperPoint={baseline?.entry.data.upperPoint ?? 'fender lip'}
          tires={tires}
          unit={baseline ? unit : viewer.lengthUnit}
        />
      )}
    </>
  );
}
