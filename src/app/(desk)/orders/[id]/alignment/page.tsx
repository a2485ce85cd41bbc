import type { Metadata } from 'next';
import { steerReading } from '@/core/alignment/pull';
import { EXAGGERATED, wheelsDrawing } from '@/core/alignment/wheels-drawing';
import { nextBooking, sentBack } from '@/core/ledger/after-work';
import { alignmentRows, angleText, describeSheet } from '@/core/ledger/alignment-rows';
import { adjustersAsked, movedByRecord } from '@/core/ledger/rack-answers';
import { sheetNow, whyNotYetAligned } from '@/core/ledger/evidence';
import { type AlignmentSheet, isClosed } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { shopInput, shopMoment } from '@/core/units/shop-time';
import { AcceptSheet } from '@/features/alignment/accept-sheet';
import { AlignmentForm } from '@/features/alignment/alignment-form';
import { BookingForm } from '@/features/alignment/booking-form';
import { CenterWheel } from '@/features/alignment/center-wheel';
import { DroppedSheets } from '@/features/alignment/dropped-sheets';
import { SheetTable } from '@/features/alignment/sheet-table';
import { BackToBay } from '@/features/rework/back-to-bay';
import { db } from '@/server/database';
import { driveLimit } from '@/server/documents/packet-cautions';
import { specOfCar } from '@/server/queries/alignment-spec';
import type { OrderFile } from '@/server/queries/order';
import { crewNames, orderPage } from '@/server/queries/page-data';
import { plannedCar } from '@/server/queries/planning';
import { waitingSheets } from '@/server/rack/inbox';
import type { PinPerson } from '@/ui/pin-fields';
import { Shapes } from '@/ui/shapes';

const lessGoal = (caster: number | undefined, goal: number) => (caster === undefined ? null : caster - goal);

function describeVerdict(file: OrderFile, sheet: AlignmentSheet): string {
  const { spec, before, after } = sheet.entry.data;
  const rows = alignmentRows(spec, before, after);
  if (sheet.passes) return `Pass: ${describeSheet(rows)}`;
  if (sheet.accepted)
    return `Pass with a reason, by ${file.people[sheet.accepted.data.leadId]}: ${sheet.accepted.data.reason}`;
  if (sentBack(file.state, sheet.entry.id)) return 'Back to the bay: it is aligned again after.';
  return `${describeSheet(rows)} Back to the bay, or the lead passes it with a reason.`;
}

function OneSheet({
  file,
  sheet,
  open,
  leads,
}: {
  file: OrderFile;
  sheet: AlignmentSheet;
  /** It is the last one and nothing has been said to it yet. */
  open: boolean;
  leads: PinPerson[];
}) {
  const { data } = sheet.entry;
  const moved = (data.adjusters ?? []).filter(({ was }) => was === 'moved');
  const loose = (data.moved?.loosens ?? []).filter((id) => file.state.run?.car.loose.has(id));
  const steer = steerReading(data.after);
  const off = sheet.after.items.filter((item) => item.verdict !== 'in').map((item) => item.angle);
  return (
    <>
      <p className="text-soft">
        {data.rack}, {data.operator}, {shopMoment(sheet.entry.at, file.shop.timeZone)}
        {data.file ? `, from ${data.file.name}` : ''}. Specification: {data.specSource}.
      </p>
      <div className="grid gap-x-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div>
          <Shapes drawing={wheelsDrawing(data.before, data.after)} className="w-full" />
          <p className="text-sm text-soft">
            Before dashed, after solid. Toe drawn {EXAGGERATED.toe} times, camber {EXAGGERATED.camber}, caster{' '}
            {EXAGGERATED.caster}; camber seen from behind, caster from the left.
          </p>
        </div>
        <SheetTable rows={alignmentRows(data.spec, data.before, data.after)} />
      </div>
      <p className="mt-3 text-lg font-semibold" data-testid="sheet-verdict">
        {describeVerdict(file, sheet)}
      </p>
      <p>
        {steer.text} Thrust line {angleText(steer.thrustDeg)}, steer ahead {angleText(steer.steerAheadDeg)},
        caster left less right {angleText(steer.crossCaster)}, camber {angleText(steer.crossCamber)}
        {data.after.setback === undefined ? '' : `, setback ${angleText(data.after.setback, 'mm')}`}.
      </p>
      {data.casterGoal && (
        <p>
          Caster wanted after the lift {angleText(data.casterGoal.deg)}, {data.casterGoal.why}: left{' '}
          {angleText(lessGoal(data.after.LF.caster, data.casterGoal.deg))}, right{' '}
          {angleText(lessGoal(data.after.RF.caster, data.casterGoal.deg))} of it.
        </p>
      )}
      {data.adjustments && <p>Set: {data.adjustments}</p>}
      {moved.length > 0 && (
        <p>
          The rack moved: {moved.map(({ name }) => name).join('; ')}.{' '}
          {loose.length > 0 ? 'Still without their torque: the road test waits.' : 'Each has its torque.'}
        </p>
      )}
      {data.notReached && <p>Not reached: {data.notReached}</p>}
      {data.photoId && (
        <a href={`/api/photos/${data.photoId}`} target="_blank" rel="noreferrer">
          The rack’s print
        </a>
      )}
      {open && (
        <div className="mt-3 flex flex-wrap gap-3">
          <AcceptSheet orderId={file.id} sheetId={sheet.entry.id} leads={leads} />
          <BackToBay
            orderId={file.id}
            from="alignment"
            evidence={sheet.entry.id}
            why={data.notReached || `Not in range: ${off.join(', ')}`}
          />
        </div>
      )}
    </>
  );
}

export const metadata: Metadata = { title: 'Alignment' };

export default async function AlignmentPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ sheet?: string }>;
}) {
  const { file, viewer } = await orderPage(params);
  const { leads } = await crewNames();
  const { state, vehicle, shop } = file;
  const sheets = [...state.alignments].reverse();
  const [last] = sheets;
  const closed = isClosed(state);
  const current = sheetNow(state);
  const settled = current && (current.passes || current.accepted);
  const openSheet = current && !settled && !sentBack(state, current.entry.id);
  const enters = !closed && !settled && !openSheet;
  const [dropped, spec, car] = await Promise.all([
    enters ? waitingSheets(db(), { number: file.number, plate: vehicle.plate }) : [],
    specOfCar(db(), vehicle),
    enters ? plannedCar(db(), file) : null,
  ]);
  const wanted = (await searchParams).sheet;
  const chosen = dropped.find((sheet) => sheet.id === wanted && sheet.sheet) ?? null;
  const booking = nextBooking(state);
  const limit = driveLimit(state, shop);
  const tooSoon = whyNotYetAligned(state);
  return (
    <>
      {limit && !closed && (
        <p className="caution mb-5 px-4 py-2">
          Not aligned yet: it is driven no more than <strong>{limit}</strong>, gently, and only to the rack.
        </p>
      )}
      {sheets.map((sheet, index) => (
        <section key={sheet.entry.id} className="mb-8">
          <h2 className="border-b border-ink pb-1">
            {sheet === current
              ? 'The sheet'
              : index === 0
                ? 'The sheet of before the work was taken apart again: it no longer counts'
                : 'An earlier sheet'}
          </h2>
          <OneSheet
            file={file}
            sheet={sheet}
            open={index === 0 && !closed && Boolean(openSheet)}
            leads={leads}
          />
        </section>
      ))}
      {!closed && (last?.entry.data.wheelOffDeg ?? null) !== null && (
        <CenterWheel startOff={last!.entry.data.wheelOffDeg!} />
      )}
      {enters && (
        <>
          <section className="mb-8">
            <h2 className="border-b border-ink pb-1">The rack is booked</h2>
            <div className="pt-2">
              <BookingForm
                key={booking?.id ?? 'none'}
                orderId={file.id}
                booking={
                  booking && {
                    ...booking.data,
                    when: shopMoment(booking.data.startsAt, shop.timeZone),
                    startsAt: shopInput(booking.data.startsAt, shop.timeZone),
                  }
                }
              />
            </div>
          </section>
          <section className="mb-8">
            <h2 className="border-b border-ink pb-1">Sheets from the rack</h2>
            <DroppedSheets
              orderId={file.id}
              orderNumber={file.number}
              plate={vehicle.plate}
              sheets={dropped}
              taken={chosen?.id ?? null}
            />
          </section>
          {tooSoon ? (
            <p className="hatch max-w-3xl px-4 py-3 font-medium">{tooSoon}</p>
          ) : (
            <AlignmentForm
              key={`${sheets.length} ${chosen?.id ?? ''}`}
              orderId={file.id}
              platform={vehicle.platform}
              spec={spec}
              sheet={chosen}
              car={car}
              maySaveSpec={holdsRole(viewer.roles, ['lead'])}
              adjusters={adjustersAsked(state, ['front', 'rear']).map((one) => ({
                ...one,
                moved: movedByRecord(state, one.id),
              }))}
            />
          )}
        </>
      )}
      {!closed && !last && (
        <div className="mt-8">
          <CenterWheel startOff={null} />
        </div>
      )}
    </>
  );
}
