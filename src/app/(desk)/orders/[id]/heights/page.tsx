import { Link } from '@/ui/link';
import type { Metadata } from 'next';
import type { HeightOccasion } from '@/core/ledger/kinds/arrival';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { tiresNow } from '@/core/ledger/wheel-set';
import { HeightHistory } from '@/features/heights/height-history';
import {
  heightHistory,
  heightsOfOrder,
  sinceHandoff,
  causeToSay,
  whyHeightsOff,
  heightsWithPendingAccessories,
} from '@/features/heights/order-heights';
import { WhatItWas } from '@/features/heights/what-it-was';
import { WhyOff } from '@/features/heights/why-off';
import { HeightsForm } from '@/features/heights/heights-form';
import { HeightTable, StancePanel } from '@/features/heights/stance-panel';
import { doubtedByOf } from '@/features/heights/doubted-by';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { heightsOfCar } from '@/server/queries/car-heights';
import { causesFound } from '@/server/queries/causes-found';
import { plannedCar } from '@/server/queries/planning';
import { crewNames, orderPage } from '@/server/queries/page-data';

const AFTER: HeightOccasion[] = [
  'on wheels',
  'settled',
  'after alignment',
  'with accessories',
  'on new tires',
];

const VISIT: HeightOccasion[] = [
  'come-back',
  'settled',
  'with accessories',
  'on new tires',
  'after alignment',
];

export const metadata: Metadata = { title: 'Heights' };

export default async function HeightsPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const intake = file.state.intake!.data;
  const { baseline, stance, unit, rows, verdicts } = heightsOfOrder(file);
  const occasions: HeightOccasion[] = !isJob(file.state) ? VISIT : baseline ? AFTER : ['as came'];
  const known = { car: await plannedCar(db(), file), found: await causesFound(db()) };
  const off = whyHeightsOff(file, known);
  const toSay = isClosed(file.state) ? null : causeToSay(file, known);
  const car = await heightsOfCar(db(), file);
  const history = heightHistory(car, stance.target);
  const since = sinceHandoff(car, file);
  const later = heightsWithPendingAccessories(file);
  const { leads } = await crewNames();
  const how = {
    method: baseline?.entry.data.method ?? intake.targets.method,
    upperPoint: baseline?.entry.data.upperPoint ?? 'fender lip',
    tires: tiresNow(file.state),
  };
  const { gauges } = await standInsNow(db());
  return (
    <>
      {!isClosed(file.state) && (
        <div className="mb-8">
          <HeightsForm
            key={rows.length}
            doubtedBy={doubtedByOf(file.state, occasions, how, viewer.id)}
            gauges={gauges.chosen}
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
            {...how}
            unit={baseline ? unit : viewer.lengthUnit}
          />
        </div>
      )}
      {!isClosed(file.state) && (
        <p className="mb-8">
          <Link className="btn" href={`/orders/${file.id}/heights/photo`}>
            Height by photograph
          </Link>
        </p>
      )}
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
          <p className="mt-3 text-lg font-semibold">{since ?? verdicts.map((axle) => axle.text).join(' ')}</p>
        </section>
      )}
      {later && (
        <section className="mb-8 max-w-4xl">
          <h2 className="border-b border-ink pb-1">With what is still to come</h2>
          <HeightTable rows={[later.row]} unit={unit} />
          <p className="mt-1 text-soft">
            Still to come: {later.names}. Predicted from the heights as they stand now, less what it weighs.
          </p>
        </section>
      )}
      {history.length > 0 && <HeightHistory ends={history} unit={unit} />}
      {toSay && <WhatItWas orderId={file.id} {...toSay} />}
      {off && !isClosed(file.state) && file.state.run && <WhyOff orderId={file.id} leads={leads} {...off} />}
    </>
  );
}
