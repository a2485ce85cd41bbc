'use client';

import dynamic from 'next/dynamic';
import type { PlannerInput } from '@/core/planner/car-stand';
import type { DroppedSheet } from '@/server/rack/inbox';
import type { PlatformSpec } from '@/server/queries/alignment-spec';
import type { AlignmentReadings } from '@/core/calc/alignment.verdict';
import type { Adjuster, RackAnswer } from '@/core/procedure/rack-moved';
import type { FieldError } from '@/contracts/answer';
import type { GivenOf } from '@/contracts/commands';
import { CommandForm } from '@/features/transport/command-form';
import { type Typed, useSend } from '@/features/transport/use-command';
import { CheckField } from '@/ui/checkbox';
import { AngleField, type TypedFigure } from '@/ui/figure-fields';
import { Fold } from '@/ui/fold';
import { Send } from '@/ui/send';
import { AreaField, TextField } from '@/ui/text-field';
import { usePhoto } from '../photos/photo-upload';
import { RackMoved } from './rack-moved';
import { SheetFields } from './sheet-fields';
import { SpecFields, type TypedSpec, specFrom, typedSpec } from './spec-fields';
import { type TypedReadings, readingsFrom, typedReadings } from './typed-sheet';

/** With the car in motion behind it: it comes with the sheet. */
const Coach = dynamic(() => import('./coach').then((one) => one.Coach));

interface TypedSheet {
  spec: TypedSpec;
  specSource: string;
  casterGoal: { deg: TypedFigure; why: string };
  keepSpec: boolean;
  rack: string;
  operator: string;
  before: TypedReadings;
  after: TypedReadings;
  adjustments: string;
  notReached: string;
  wheelOffDeg: TypedFigure;
  print: FileList | null;
  adjusters: { was: RackAnswer['was'] | null }[];
}

const NO_SPEC: FieldError = {
  field: 'spec',
  code: 'no-spec',
  message: 'Give at least one range: without a spec nothing can be judged.',
};

/**
 * A sheet typed in or taken from the rack's file: the spec it is held against, each wheel before and after, and the
 * print's picture.
 */
export function AlignmentForm({
  orderId,
  platform,
  spec,
  sheet,
  maySaveSpec,
  adjusters,
  car,
}: {
  orderId: string;
  platform: string;
  spec: PlatformSpec | null;
  /** The dropped sheet taken; its figures are then the file's and are not typed. */
  sheet: DroppedSheet | null;
  maySaveSpec: boolean;
  /** What a rack could have moved; what steps at the rack eased is answered by them. */
  adjusters: (Adjuster & { moved: boolean })[];
  /** The car as planned, for what to turn; none where nothing was measured of it. */
  car: PlannerInput | null;
}) {
  const keepSpec = useSend('spec.save');
  const photo = usePhoto(orderId);
  const file = sheet?.sheet ?? null;

  /** The rear is answered for where the sheet speaks of it. */
  const asked = (after: Typed<AlignmentReadings>) =>
    adjusters.filter(({ end }) => end === 'front' || after?.LR || after?.RR);

  const first = async (sent: GivenOf<'alignment.record'>, typed: TypedSheet) => {
    const { spec: ranges, specSource: source, casterGoal } = sent;
    if (!Object.keys(ranges.front).length && !Object.keys(ranges.rear ?? {}).length) return [NO_SPEC];
    if (typed.keepSpec) {
      const kept = await keepSpec({
        platform,
        source,
        spec: ranges,
        casterGoal: casterGoal?.deg ?? null,
        casterWhy: casterGoal?.why ?? '',
      });
      if (!kept.ok) return kept.errors;
    }
    const print = typed.print?.[0];
    if (!print) return sent;
    const kept = await photo.send(print, {
      stepId: null,
      corner: null,
      occasion: 'during the work',
      caption: 'The rack’s print',
    });
    return kept.ok ? { ...sent, photoId: kept.answer.photoId } : kept.errors;
  };

  return (
    <CommandForm<'alignment.record', TypedSheet>
      command="alignment.record"
      about={sheet?.id ?? ''}
      start={{
        spec: typedSpec(spec?.spec ?? null),
        specSource: spec?.source ?? '',
        casterGoal: { deg: spec?.casterGoal ?? null, why: spec?.casterWhy ?? '' },
        keepSpec: false,
        rack: file?.rack ?? '',
        operator: file?.operator ?? '',
        before: typedReadings(file?.before),
        after: typedReadings(file?.after),
        adjustments: '',
        notReached: '',
        wheelOffDeg: null,
        print: null,
        adjusters: adjusters.map(({ moved }) => ({ was: moved ? 'moved' : null })),
      }}
      input={({ spec: typed, casterGoal, before, after, ...rest }, confirmed) => ({
        orderId,
        confirmed,
        rackSheetId: sheet?.id ?? null,
        rack: rest.rack,
        operator: rest.operator,
        specSource: rest.specSource,
        spec: specFrom(typed),
        before: file?.before ?? readingsFrom(before),
        after: file?.after ?? readingsFrom(after),
        adjustments: rest.adjustments,
        notReached: rest.notReached,
        casterGoal: casterGoal.deg === null ? null : casterGoal,
        photoId: null,
        wheelOffDeg: rest.wheelOffDeg,
        adjusters: asked(file?.after ?? readingsFrom(after)).map(({ id }, index) => ({
          id,
          was: rest.adjusters[index]!.was ?? undefined,
        })),
      })}
      first={first}
    >
      <div
        className={spec ? 'grid gap-y-4' : 'grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]'}
      >
        <Fold
          title={spec ? `Specification: ${spec.source}` : 'Specification'}
          open={spec === null}
          className="border-b border-ink"
        >
          <div className={spec ? 'mt-3 grid gap-3 lg:w-1/2' : 'mt-3 grid gap-3'}>
            <TextField
              name="specSource"
              label="Where the spec comes from"
              placeholder="sheet, plate, or the shop’s goal after a lift"
            />
            <SpecFields />
            <p className="text-soft">
              Leave a range empty that the spec does not name: it is then not judged.
            </p>
            <div className="grid grid-cols-[8rem_1fr] gap-3">
              <AngleField name="casterGoal.deg" label="Caster wanted, °" />
              <TextField
                name="casterGoal.why"
                label="Whose goal after a lift"
                placeholder="the kit sheet, or the shop’s own"
              />
            </div>
            {maySaveSpec && platform && (
              <CheckField
                name="keepSpec"
                label={`Save this for every ${platform}`}
                hint="The next sheet of such a car is then judged by it."
              />
            )}
          </div>
        </Fold>
        <section>
          <h2 className="border-b border-ink pb-1">The sheet</h2>
          {sheet && file ? (
            <p className="caution mt-3 px-4 py-2" data-testid="sheet-taken">
              From <strong>{sheet.fileName}</strong>, {file.rack}, {file.operator}: its figures are taken as
              the file holds them.
            </p>
          ) : (
            <div className="mt-3 grid grid-cols-2 gap-3">
              <TextField name="rack" label="Rack" placeholder="ours, or whose" />
              <TextField name="operator" label="Who set it" />
            </div>
          )}
          <SheetFields fixed={sheet !== null} />
          <p className="mt-2 text-soft">
            An angle left empty was not read: a cart’s sheet may hold front toe alone.
          </p>
          {car && <Coach car={car} file={file} />}
          <RackMoved adjusters={adjusters} />
          <div className="mt-3 grid gap-3">
            <AreaField
              name="adjustments"
              label="What was set"
              placeholder="cams, sleeves; jam nuts torqued and striped"
            />
            <AreaField name="notReached" label="What could not be reached, and why" />
            <div className="grid grid-cols-2 gap-3">
              <AngleField
                name="wheelOffDeg"
                label="Steering wheel off center, °"
                hint="+ to the right; empty when straight"
              />
              <TextField
                name="print"
                type="file"
                accept="image/jpeg,image/png,image/webp"
                label="Picture of the print"
              />
            </div>
          </div>
          <Send wide size="tall" className="mt-3" again="The sheet says so: record it">
            Record the sheet
          </Send>
        </section>
      </div>
    </CommandForm>
  );
}
