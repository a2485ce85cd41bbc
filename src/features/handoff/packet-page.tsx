import { describeLift } from '@/core/ledger/lift-words';
import { CORNER_NAMES, CORNERS } from '@/core/corners';
import { sideView } from '@/core/stance/drawing';
import { shopMoment, shortDay } from '@/core/units/shop-time';
import type { Packet } from '@/server/documents/packet';
import { wheelsDrawing } from '@/core/alignment/wheels-drawing';
import { angleText, describeSheet } from '@/core/ledger/alignment-rows';
import { Shapes } from '@/ui/shapes';
import { BeforeAfter } from '../photos/before-after';
import { MarkedPhoto } from '../photos/marked-photo';
import { SheetTable } from '../alignment/sheet-table';

function Heights({ packet }: { packet: Packet }) {
  const { heights, stance } = packet;
  if (!heights) return null;
  return (
    <section>
      <h2 className="border-b border-ink pb-1">Standing heights</h2>
      <Shapes
        className="mx-auto w-full max-w-3xl"
        drawing={sideView({
          ...stance,
          unit: heights.unit,
          measured: stance.after ?? stance.before,
          before: stance.after ? stance.before : null,
        })}
      />
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Heights, corner by corner">
        <table className="ledger max-sm:[&_td]:pr-0! max-sm:[&_td]:pl-1! max-sm:[&_th]:pr-0! max-sm:[&_thead_th]:text-xs">
          <thead>
            <tr>
              <th scope="col">{heights.method}</th>
              {CORNERS.map((corner) => (
                <th key={corner} scope="col" className="text-right!">
                  {CORNER_NAMES[corner]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {heights.rows.map((row) => (
              <tr key={row.label} className={row.tone === 'predicted' ? 'text-predicted' : ''}>
                <th scope="row" className="font-semibold">
                  {row.label}
                </th>
                {CORNERS.map((corner) => (
                  <td key={corner} className="text-right">
                    <span className="figure text-sm whitespace-nowrap sm:text-xl">{row.values[corner]}</span>
                    <span className="block text-xs whitespace-nowrap text-soft sm:text-sm">
                      {row.other[corner]}
                    </span>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-lg font-semibold">{heights.verdicts.join(' ')}</p>
    </section>
  );
}

const CORNERS_TOLD = Object.values(CORNER_NAMES);

/** The torque record by corner: `Lower arm pivots, left front` stands under left front. */
function byCorner(rows: Packet['torque']): [string, Packet['torque']][] {
  const groups = new Map<string, Packet['torque']>();
  for (const row of rows) {
    const corner = CORNERS_TOLD.find((name) => row.what.endsWith(`, ${name}`)) ?? 'the car itself';
    groups.set(corner, [...(groups.get(corner) ?? []), row]);
  }
  return [...groups];
}

function TorqueTable({ rows, timeZone }: { rows: Packet['torque']; timeZone: string }) {
  return (
    <table className="ledger text-sm max-sm:[&_td]:block max-sm:[&_td]:border-0 max-sm:[&_th]:block max-sm:[&_thead]:hidden max-sm:[&_tr]:block max-sm:[&_tr]:border-b max-sm:[&_tr]:border-rule max-sm:[&_tr]:py-2">
      <thead>
        <tr>
          <th scope="col">Fastener</th>
          <th scope="col">Value</th>
          <th scope="col">Reading</th>
          <th scope="col">Who</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.what}>
            <th scope="row" className="font-normal">
              {row.what}
            </th>
            <td>
              <span className="figure text-lg">{row.value}</span>
              <span className="block text-sm text-soft">
                {row.interim && <strong className="mr-1 border border-ink px-1 text-ink">temporary</strong>}
                {row.source}
              </span>
            </td>
            <td>
              {row.reading}, {row.support}
              <span className="block text-sm text-soft">{row.wrench}</span>
            </td>
            <td>
              {row.who}
              <span className="block text-sm text-soft">{shopMoment(row.at, timeZone)}</span>
              {row.checkedBy && (
                <span className="block text-sm font-medium text-second">checked by {row.checkedBy}</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Each corner opens by a tap; on paper all of them are open. */
function Torque({ packet }: { packet: Packet }) {
  return (
    <section id="torque">
      <h2 className="border-b border-ink pb-1">Torque record</h2>
      <p className="py-1 text-soft">
        {packet.torque.length} {packet.torque.length === 1 ? 'fastener' : 'fasteners'}, each with who and when
      </p>
      {byCorner(packet.torque).map(([corner, rows]) => (
        <details key={corner} className="border-b border-rule print:break-inside-avoid">
          <summary className="line flex cursor-pointer items-center justify-between gap-4 font-head text-lg font-semibold first-letter:uppercase">
            <span className="first-letter:uppercase">{corner}</span>
            <span className="font-medium text-soft">
              {rows.length} {rows.length === 1 ? 'fastener' : 'fasteners'}
            </span>
          </summary>
          <TorqueTable rows={rows} timeZone={packet.timeZone} />
        </details>
      ))}
    </section>
  );
}

function Alignment({ packet }: { packet: Packet }) {
  const { alignment } = packet;
  return (
    <section id="alignment">
      <h2 className="border-b border-ink pb-1">Alignment</h2>
      {alignment ? (
        <>
          <p className="pt-1 text-soft">
            {alignment.rack}, {alignment.operator}. Specification: {alignment.specSource}.
          </p>
          {alignment.wheels && (
            <>
              <Shapes
                className="mx-auto w-full max-w-2xl"
                drawing={wheelsDrawing(alignment.wheels.before, alignment.wheels.after)}
              />
              <p className="text-sm text-soft">
                Before dashed, after solid; angles drawn many times larger than they are.
              </p>
            </>
          )}
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Alignment, angle by angle">
            <SheetTable rows={alignment.rows} />
          </div>
          {alignment.steer && <p className="mt-2">{alignment.steer}</p>}
          {alignment.casterGoal && (
            <p>
              Caster wanted after the lift {angleText(alignment.casterGoal.deg)}, {alignment.casterGoal.why}.
            </p>
          )}
          <p className="mt-2 font-semibold">
            {describeSheet(alignment.rows, alignment.notReached)}{' '}
            {alignment.acceptedWhy && `Accepted: ${alignment.acceptedWhy}`}
          </p>
        </>
      ) : (
        <p className="py-2 font-semibold">
          Not aligned.
          {packet.driveLimit && ` Drive no further than ${packet.driveLimit}, and only to the rack.`}
        </p>
      )}
    </section>
  );
}

/** Pairs of the same shot on a slider, then every picture with what was drawn over it. */
function Photos({ packet, base }: { packet: Packet; base: string }) {
  if (!packet.photos.length) return null;
  const pairs = packet.pairs ?? [];
  return (
    <section id="photos">
      <h2 className="mb-2 border-b border-ink pb-1">Photos</h2>
      {pairs.length > 0 && (
        <div className="mb-5 grid gap-5 sm:grid-cols-2">
          {pairs.map((pair) => (
            <BeforeAfter
              key={pair.shot}
              shot={pair.shot}
              before={`${base}/${pair.before}`}
              after={`${base}/${pair.after}`}
            />
          ))}
        </div>
      )}
      <ul className="grid grid-cols-2 gap-4 sm:grid-cols-4">
        {packet.photos.map((photo) => (
          <li key={photo.photoId + photo.caption} className="break-inside-avoid">
            <MarkedPhoto
              src={`${base}/${photo.photoId}?size=small`}
              alt={photo.caption}
              marks={photo.marks ?? []}
            />
            <p className="text-sm">{photo.caption}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}

const PARTS = [
  ['fitted', 'Fitted'],
  ['torque', 'Torque'],
  ['alignment', 'Alignment'],
  ['road', 'Road test'],
  ['come-back', 'Come back for'],
  ['photos', 'Photos'],
] as const;

/** The handoff as a page, drawn from the same data as its PDF. */
export function PacketPage({
  packet,
  photoBase = '/api/photos',
  folded = false,
}: {
  packet: Packet;
  /** On a phone the torque record is opened by a tap. */
  folded?: boolean;
  /** Where its pictures are served from: the crew's door, or the customer's own. */
  photoBase?: string;
}) {
  return (
    <article className="grid grid-cols-[minmax(0,1fr)] gap-7 bg-card p-4 sm:p-8 print:p-0">
      <header>
        {folded ? null : <p className="font-head text-4xl leading-tight font-semibold">{packet.car.label}</p>}
        <p>
          {packet.car.plate} · {packet.customer} · order {packet.order} · {packet.shop}
        </p>
        {packet.shopReach && <p className="text-soft">{packet.shopReach}</p>}
        <p className="text-soft">
          Odometer: arrived {packet.odometer.arrived}
          {packet.odometer.out && `, road test out ${packet.odometer.out}`}
          {packet.odometer.back && `, back ${packet.odometer.back}`}.
        </p>
        <p className="mt-1">Asked for: {packet.wants}</p>
        {!folded && (
          <nav aria-label="Parts of the handoff" className="no-print flex flex-wrap gap-x-4 pt-2">
            {PARTS.map(([id, words]) => (
              <a key={id} href={`#${id}`} className="flex min-h-11 items-center">
                {words}
              </a>
            ))}
          </nav>
        )}
      </header>
      {packet.pushOnly && (
        <p className="hatch px-4 py-3 text-xl font-semibold">Push only: this car is not driven.</p>
      )}
      {packet.correction && (
        <p className="caution px-4 py-3">
          Version {packet.version}, after a correction{packet.correction.why && `: ${packet.correction.why}`}.
          Signed version {packet.correction.of} is kept as it was.
        </p>
      )}
      <Heights packet={packet} />
      <section id="fitted">
        <h2 className="border-b border-ink pb-1">Fitted</h2>
        {packet.fitted.map((part) => (
          <p key={part.end} className="border-b border-rule py-1.5">
            <span className="font-semibold capitalize">{part.end}:</span> {part.name}.{' '}
            <span className="text-predicted">Predicted lift {part.predicted}</span>
            {part.claimed && `, the kit claims ${part.claimed}`}.
          </p>
        ))}
      </section>
      <Torque packet={packet} />
      <Alignment packet={packet} />
      {packet.road && (
        <section id="road">
          <h2 className="border-b border-ink pb-1">Road test</h2>
          <ul className="sm:columns-2 sm:gap-9">
            {packet.road.checks.map((check) => (
              <li
                key={check.label}
                className="flex break-inside-avoid justify-between gap-3 border-b border-rule py-1"
              >
                <span>
                  {check.label} {check.note && <span className="text-soft">{check.note}</span>}
                </span>
                <span className="font-head">{check.result}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section id="come-back">
        <h2 className="border-b border-ink pb-1">Come back for</h2>
        {packet.comeBacks.map((back) => (
          <p key={back.title + back.interval} className="border-b border-rule py-1.5 text-lg">
            <span className="font-semibold">{back.title}</span>, {back.interval}:{' '}
            {back.dueOdometer ? `at ${back.dueOdometer} on the dial` : 'by date'}
            {back.dueOn && `, about ${shortDay(back.dueOn)}`}.{back.places > 0 && ` ${back.places} places.`}
          </p>
        ))}
      </section>
      <section>
        <h2 className="border-b border-ink pb-1">What is different now, and what to mind</h2>
        <ul className="list-[square] pl-5">
          {[...packet.changes, ...packet.cautions].map((text) => (
            <li key={text} className="py-0.5">
              {text}
            </li>
          ))}
        </ul>
      </section>
      {(packet.notes ?? []).map((note) => (
        <section key={note.title}>
          <h2 className="border-b border-ink pb-1">{note.title}</h2>
          {note.lines.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </section>
      ))}
      {packet.lifted.length > 0 && (
        <section>
          <h2 className="border-b border-ink pb-1">Lifted by the lead</h2>
          {packet.lifted.map((lifted) => (
            <p key={lifted.rule + lifted.reason}>{describeLift(lifted)}</p>
          ))}
        </section>
      )}
      <Photos packet={packet} base={photoBase} />
      {packet.signed && (
        <section>
          <h2 className="border-b border-ink pb-1">Signed</h2>
          <p className="pt-1 text-lg font-semibold">
            {packet.signed.by}, {shopMoment(packet.signed.at, packet.timeZone)}
          </p>
          <p className="text-sm break-all text-soft">
            Record of {packet.chain.count} entries, closing with {packet.chain.hash}. Packet version{' '}
            {packet.version}.
          </p>
        </section>
      )}
    </article>
  );
}
