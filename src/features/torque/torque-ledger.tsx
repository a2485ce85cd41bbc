import { CORNER_NAMES, CORNERS } from '@/core/corners';
import { type FastenerState, type RunState, placedName } from '@/core/procedure/engine';
import type { Fastener } from '@/core/procedure/types';
import { torqueTexts } from '@/core/units/torque-text';
import { shopMoment } from '@/core/units/shop-time';
import { type Alone, whoMayCheck } from '@/core/practice/alone';
import { isClosed } from '@/core/ledger/order-state';
import type { OrderFile } from '@/server/queries/order';
import type { PinPerson } from '@/ui/pin-fields';
import { Link } from '@/ui/link';
import { Stripe, STRIPE_WORDS } from '@/ui/stripe';
import { SignBoxes } from '@/ui/sign-boxes';
import { PrintButton } from './print-button';
import { SecondCheck } from './second-check';
import { StripePlan } from './stripe-plan';
import { ValueButton } from './value-dialog';

/** Holes lead: no value, then a check owed, then not torqued. */
function rank(state: FastenerState): number {
  if (!state.spec) return 0;
  if (state.owesCheck) return 1;
  return state.torqued ? 3 : 2;
}

function Row({
  fastener,
  file,
  unit,
  canSet,
  mayCorrect,
  people,
  alone,
}: {
  fastener: Fastener;
  file: OrderFile;
  unit: 'lbft' | 'nm';
  canSet: boolean;
  mayCorrect: boolean;
  people: PinPerson[];
  alone: Alone;
}) {
  const { state } = file;
  const now = state.run!.fasteners.get(fastener.id)!;
  const own = state.torques.filter((entry) => entry.data.fastenerId === fastener.id);
  const last = own[own.length - 1];
  const told = state.values.filter((entry) => entry.data.fastenerId === fastener.id).pop();
  const teller = told && file.people[told.data.leadId ?? told.personId];
  const check = state.checks.filter((entry) => entry.data.fastenerId === fastener.id).pop();
  const value = now.spec && torqueTexts(now.spec.nm, unit);
  const twin = state.run!.fasteners.get(fastener.mate ?? '');
  const twinDiffers = twin?.spec && now.spec && Math.abs(twin.spec.nm - now.spec.nm) > 0.5;
  if (state.run!.leftOffFasteners.has(fastener.id)) return null;
  return (
    <tr>
      <td className="w-14">
        <Stripe state={now.stripe} size={42} label={`${fastener.name}: ${STRIPE_WORDS[now.stripe]}`} />
      </td>
      <th scope="row" className="font-normal">
        <span className="block font-semibold">
          {fastener.name}
          {fastener.count > 1 ? ` (${fastener.count})` : ''}
        </span>
        <span className="block text-sm font-normal text-soft">
          {[
            fastener.thread,
            fastener.critical,
            fastener.final === 'on-wheels' ? 'on the wheels' : null,
            (fastener.passes ?? 1) > 1 ? `${now.pass} of ${fastener.passes} passes` : null,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </th>
      <td>
        {value ? (
          <>
            <span className="figure text-2xl">
              {value.value} {value.unit}
              {now.spec!.angleDeg !== undefined && ` + ${now.spec!.angleDeg}°`}
            </span>
            <span className="ml-2 text-soft">{value.other}</span>
            <span className="block text-sm text-soft">
              {(now.valueKind === 'interim' || now.valueKind === 'made-up') && (
                <strong className="mr-1 border border-ink px-1 text-ink">
                  {now.valueKind === 'interim' ? 'interim' : 'made up'}
                </strong>
              )}
              {now.spec!.source}
              {teller ? `, ${teller}` : ''}
            </span>
            {twinDiffers && (
              <span className="hatch-word block px-2 font-semibold">
                Its twin goes by {torqueTexts(twin.spec!.nm, unit).value} {value.unit}
              </span>
            )}
          </>
        ) : (
          <span className="hatch block px-3 py-1.5 font-semibold">
            <span className="block">
              {now.valueKind === 'waiting' ? 'No value: asked the maker, waiting' : 'No value'}
            </span>
            {teller && (
              <span className="block text-sm font-normal">
                {[told.data.source, teller].filter(Boolean).join(', ')}
              </span>
            )}
          </span>
        )}
      </td>
      <td>
        {last ? (
          <>
            {last.data.angleDeg ? `turned ${last.data.angleDeg}°, ` : ''}
            {last.data.moved
              ? `found moved${last.data.movedDeg ? ` ${last.data.movedDeg}°` : ''}, re-marked`
              : 'clicked' in last.data.reading
                ? 'clicked'
                : `${last.data.reading.value} ${last.data.reading.unit}`}
            , {last.data.wrench.name}
            {last.data.by === 'wrench' && ', sent by the wrench'}
            {last.data.extension &&
              `, set to ${torqueTexts(last.data.extension.settingNm, unit).value} for the extension`}
            {last.data.newHardware && ', new hardware'}
            {last.data.nut !== 'all' && `, nut ${last.data.nut}`}
            <span className="block text-sm text-soft">
              {file.people[last.personId]}, {shopMoment(last.at, file.shop.timeZone)}
            </span>
            {check && (
              <span className="block text-sm font-medium text-second">
                checked by {file.people[check.data.checkerId]}
              </span>
            )}
            {now.owesCheck && (
              <span className="block font-semibold">
                owes a second check
                {!isClosed(state) && (
                  <span className="no-print mt-1 block">
                    <SecondCheck
                      orderId={file.id}
                      fastener={fastener}
                      people={people}
                      takenBy={now.takenBy}
                      may={whoMayCheck(state.document!, fastener, alone)}
                      button={{}}
                    />
                  </span>
                )}
              </span>
            )}
            {last.data.warnings.map((warning) => (
              <span key={warning} className="block text-sm font-medium">
                {warning}
              </span>
            ))}
          </>
        ) : (
          <>
            <span className="text-soft print:hidden">no torque yet</span>
            <span aria-hidden className="hidden h-8 w-40 border border-black print:inline-block" />
          </>
        )}
      </td>
      <td className="no-print text-right">
        {(now.valueKind === 'interim' ? mayCorrect : canSet && !now.torqued) && (
          <ValueButton
            orderId={file.id}
            fastener={fastener}
            unit={unit}
            label={value ? 'Change value' : 'Enter value'}
          />
        )}
      </td>
    </tr>
  );
}

const describeStand = (fasteners: Fastener[], run: RunState) => {
  const of = (test: (state: FastenerState) => boolean) =>
    fasteners.filter((one) => !run.leftOffFasteners.has(one.id) && test(run.fasteners.get(one.id)!)).length;
  return [
    [of((one) => !one.spec), 'without a value'],
    [of((one) => one.owesCheck), 'owing a second check'],
    [of((one) => one.torqued), 'torqued'],
    [of((one) => !one.torqued), 'to go'],
  ]
    .filter(([count]) => count)
    .map(([count, words]) => `${count} ${words}`)
    .join(', ');
};

/** Every fastener of the run by corner, holes first: its stripe, its value and where that comes from, and who took it. */
export function TorqueLedger({
  file,
  unit,
  canSet,
  mayCorrect,
  people,
  alone,
}: {
  file: OrderFile;
  unit: 'lbft' | 'nm';
  canSet: boolean;
  /** The lead may bring an interim’s real value, after the handoff too. */
  mayCorrect: boolean;
  /** Who may give a check that is owed. */
  people: PinPerson[];
  alone: Alone;
}) {
  const { document, run } = file.state;
  if (!document || !run)
    return <p className="py-8 text-lg">No work has been started, so there is nothing to torque yet.</p>;
  const holes = document.fasteners
    .filter((one) => !run.leftOffFasteners.has(one.id) && rank(run.fasteners.get(one.id)!) < 2)
    .sort((a, b) => rank(run.fasteners.get(a.id)!) - rank(run.fasteners.get(b.id)!))
    .map((fastener) => ({
      fastener,
      words: run.fasteners.get(fastener.id)!.spec ? 'owes a second check' : 'no value',
    }));
  const groups = [
    ...CORNERS.map((corner) => ({ title: CORNER_NAMES[corner], own: (f: Fastener) => f.corner === corner })),
    { title: 'center', own: (f: Fastener) => !f.corner },
  ];
  return (
    <div>
      <div className="mb-5 grid items-start gap-6 sm:grid-cols-[20rem_1fr]">
        <StripePlan fasteners={document.fasteners} run={run} />
        <div>
          <p className="pb-2 font-head text-xl">{describeStand(document.fasteners, run)}</p>
          <ul className="flex flex-wrap gap-x-3 gap-y-1" aria-label="All stripes at a glance">
            {document.fasteners.map((fastener) => (
              <li key={fastener.id}>
                <Stripe
                  state={run.fasteners.get(fastener.id)!.stripe}
                  size={34}
                  label={`${fastener.name}${fastener.corner ? `, ${CORNER_NAMES[fastener.corner]}` : ''}: ${STRIPE_WORDS[run.fasteners.get(fastener.id)!.stripe]}`}
                />
              </li>
            ))}
          </ul>
          {holes.length > 0 && (
            <ul className="mt-3" aria-label="Holes">
              {holes.map(({ fastener, words }) => (
                <li key={fastener.id} className="flex items-center gap-3 py-0.5">
                  <span className="hatch-word px-2 font-semibold">{words}</span>
                  {placedName(fastener)}
                </li>
              ))}
            </ul>
          )}
          <p className="no-print mt-4 flex flex-wrap gap-2">
            {!isClosed(file.state) && (
              <Link className="btn min-h-14 px-6" href={`/orders/${file.id}/values`}>
                Value sheet: all on one page
              </Link>
            )}
            <PrintButton words="Print the ledger" />
          </p>
        </div>
      </div>
      {groups.map(({ title, own }) => {
        const fasteners = document.fasteners
          .filter(own)
          .sort((a, b) => rank(run.fasteners.get(a.id)!) - rank(run.fasteners.get(b.id)!));
        if (!fasteners.length) return null;
        return (
          <section key={title} className="mb-7">
            <h2 className="mb-1 first-letter:uppercase">{title}</h2>
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">Stripe</th>
                  <th scope="col">Fastener</th>
                  <th scope="col">Value and source</th>
                  <th scope="col">Last torque</th>
                  <th scope="col" className="no-print">
                    <span className="sr-only">Change</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {fasteners.map((fastener) => (
                  <Row key={fastener.id} {...{ fastener, file, unit, canSet, mayCorrect, people, alone }} />
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
      <SignBoxes words={['Torqued by', 'Checked by somebody else', 'Lead, date']} />
    </div>
  );
}
