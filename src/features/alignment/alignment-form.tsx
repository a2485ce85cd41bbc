'use client';

import { useState } from 'react';
import type { DroppedSheet } from '@/server/rack/inbox';
import type { PlatformSpec } from '@/server/queries/alignment-spec';
import type { AlignmentReadings } from '@/core/calc/alignment.verdict';
import type { Corner } from '@/core/corners';
import { type Typed, useCommand } from '@/features/transport/use-command';
import { AreaField, TextField, fieldsOf } from '@/ui/form';
import { CheckField } from '@/ui/checkbox';
import { Errors, FormErrors } from '@/ui/field';
import { usePhoto } from '../photos/photo-upload';
import { SpecFields, numberOf, specFrom } from './spec-fields';

const WHEELS = [
  ['LF', 'left front', ['caster', 'camber', 'toe']],
  ['RF', 'right front', ['caster', 'camber', 'toe']],
  ['LR', 'left rear', ['camber', 'toe']],
  ['RR', 'right rear', ['camber', 'toe']],
] as const;
const SETS = ['before', 'after'] as const;
const SHOWN = [
  'specSource',
  'rack',
  'operator',
  'adjustments',
  'notReached',
  'casterGoal.deg',
  'casterGoal.why',
  'wheelOffDeg',
  'file',
];

/** What was typed; an angle left empty was not read, and a wheel of which nothing was read is not on the sheet. */
function readingsFrom(f: Record<string, string>, set: 'before' | 'after'): Typed<AlignmentReadings> {
  const setback = numberOf(f[`${set}.setback`]);
  const read = (corner: Corner, angle: string) => numberOf(f[`${set}.${corner}.${angle}`]);
  const wheel = (corner: Corner) => ({ camber: read(corner, 'camber'), toe: read(corner, 'toe') });
  const front = (corner: Corner) => ({ ...wheel(corner), caster: read(corner, 'caster') });
  const rear = (corner: Corner) => {
    const { camber, toe } = wheel(corner);
    return camber === undefined && toe === undefined ? undefined : { camber, toe };
  };
  return { LF: front('LF'), RF: front('RF'), LR: rear('LR'), RR: rear('RR'), setback };
}

/** The value a dropped sheet fills into a field. */
function valueOf(sheet: DroppedSheet | null, set: 'before' | 'after', corner: string, angle: string) {
  const wheel = sheet?.sheet?.[set][corner as 'LF'] as Record<string, number> | undefined;
  return wheel?.[angle];
}

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
}: {
  orderId: string;
  platform: string;
  spec: PlatformSpec | null;
  /** The dropped sheet taken; its figures are then the file's and are not typed. */
  sheet: DroppedSheet | null;
  maySaveSpec: boolean;
}) {
  const record = useCommand('alignment.record');
  const keepSpec = useCommand('spec.save');
  const photo = usePhoto(orderId);
  const [noSpec, setNoSpec] = useState(false);
  const errors = [...record.errors, ...keepSpec.errors, ...photo.errors];
  const busy = record.busy || keepSpec.busy || photo.busy;
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const f = fieldsOf(form);
        const print = new FormData(form).get('print');
        const ranges = specFrom(f);
        const empty = Object.keys(ranges.front).length + Object.keys(ranges.rear).length === 0;
        setNoSpec(empty);
        if (empty) return;
        const goal = numberOf(f.casterGoal);
        if (f.keepSpec) {
          const done = await keepSpec.send({
            platform,
            source: f.specSource,
            spec: ranges,
            casterGoal: goal ?? null,
            casterWhy: f.casterWhy ?? '',
          });
          if (!done) return;
        }
        let photoId: string | null = null;
        if (print instanceof File && print.size > 0) {
          photoId = await photo.send(print, {
            stepId: null,
            corner: null,
            occasion: 'during the work',
            caption: 'The rack’s print',
          });
          if (!photoId) return;
        }
        await record.send({
          orderId,
          rackSheetId: sheet?.id ?? null,
          rack: sheet?.sheet?.rack ?? f.rack,
          operator: sheet?.sheet?.operator ?? f.operator,
          specSource: f.specSource,
          spec: ranges,
          before: sheet?.sheet?.before ?? readingsFrom(f, 'before'),
          after: sheet?.sheet?.after ?? readingsFrom(f, 'after'),
          adjustments: f.adjustments,
          notReached: f.notReached,
          casterGoal: goal === undefined ? null : { deg: goal, why: f.casterWhy },
          photoId,
          wheelOffDeg: numberOf(f.wheelOffDeg) ?? null,
        });
      }}
    >
      <Errors errors={errors}>
        <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,5fr)_minmax(0,7fr)]">
          <section>
            <h2 className="border-b border-ink pb-1">Held against</h2>
            <div className="mt-3 grid gap-3">
              <TextField
                name="specSource"
                label="Where the spec comes from"
                defaultValue={spec?.source}
                placeholder="sheet, plate, or the shop’s goal after a lift"
              />
              <SpecFields spec={spec?.spec ?? null} />
              <p className="text-soft">
                Leave a range empty that the spec does not name: it is then not judged.
              </p>
              <div className="grid grid-cols-[8rem_1fr] gap-3">
                <TextField
                  name="casterGoal"
                  label="Caster wanted, °"
                  inputMode="decimal"
                  defaultValue={spec?.casterGoal ?? ''}
                />
                <TextField
                  name="casterWhy"
                  label="Whose goal after a lift"
                  defaultValue={spec?.casterWhy}
                  placeholder="the kit sheet, or the shop’s own"
                />
              </div>
              {maySaveSpec && platform && (
                <CheckField
                  name="keepSpec"
                  label={`Keep this for every ${platform}`}
                  hint="The next sheet of such a car is then held against it."
                />
              )}
            </div>
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">The sheet</h2>
            {sheet?.sheet ? (
              <p className="mt-3 caution px-4 py-2" data-testid="sheet-taken">
                From <strong>{sheet.fileName}</strong>, {sheet.sheet.rack}, {sheet.sheet.operator}: its
                figures are taken as the file holds them.
              </p>
            ) : (
              <div className="mt-3 grid grid-cols-2 gap-3">
                <TextField name="rack" label="Rack" placeholder="ours, or whose" />
                <TextField name="operator" label="Who set it" />
              </div>
            )}
            <table className="ledger mt-3 [&_td]:align-middle [&_th]:align-middle">
              <thead>
                <tr>
                  <th scope="col">Degrees, toe-in +</th>
                  {SETS.flatMap((set) =>
                    ['caster', 'camber', 'toe'].map((angle) => (
                      <th key={set + angle} scope="col">{`${angle} ${set}`}</th>
                    )),
                  )}
                </tr>
              </thead>
              <tbody>
                {WHEELS.map(([corner, name, angles]) => (
                  <tr key={corner}>
                    <th scope="row" className="font-normal">
                      {name}
                    </th>
                    {SETS.flatMap((set) =>
                      (['caster', 'camber', 'toe'] as const).map((angle) => (
                        <td key={set + angle}>
                          {(angles as readonly string[]).includes(angle) && (
                            <input
                              name={`${set}.${corner}.${angle}`}
                              aria-label={`${angle} ${name} ${set}`}
                              aria-invalid={
                                errors.some((error) => error.field === `${set}.${corner}.${angle}`) ||
                                undefined
                              }
                              defaultValue={valueOf(sheet, set, corner, angle)}
                              readOnly={sheet !== null}
                              className="input min-w-16 text-right read-only:bg-hair"
                              inputMode="decimal"
                              autoComplete="off"
                            />
                          )}
                        </td>
                      )),
                    )}
                  </tr>
                ))}
                <tr>
                  <th scope="row" className="font-normal">
                    setback, mm
                  </th>
                  {SETS.flatMap((set) => [
                    <td key={set}>
                      <input
                        name={`${set}.setback`}
                        aria-label={`setback ${set}`}
                        defaultValue={sheet?.sheet?.[set].setback}
                        readOnly={sheet !== null}
                        className="input min-w-16 text-right read-only:bg-hair"
                        inputMode="decimal"
                        autoComplete="off"
                      />
                    </td>,
                    <td key={`${set}-rest`} colSpan={2} />,
                  ])}
                </tr>
              </tbody>
            </table>
            <p className="mt-2 text-soft">
              An angle left empty was not read: a cart’s sheet may hold front toe alone.
            </p>
            <div className="mt-3 grid gap-3">
              <AreaField
                name="adjustments"
                label="What was set"
                placeholder="cams, sleeves; jam nuts torqued and striped"
              />
              <AreaField name="notReached" label="What could not be reached, and why" />
              <div className="grid grid-cols-2 gap-3">
                <TextField
                  name="wheelOffDeg"
                  label="Steering wheel off center, °"
                  inputMode="decimal"
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
            {noSpec && (
              <p role="alert" className="mt-3 font-medium text-danger">
                Give at least one range: without a spec nothing can be judged.
              </p>
            )}
            <FormErrors errors={errors} shown={SHOWN} />
            <button className="btn btn-pen mt-3 min-h-14 w-full" disabled={busy}>
              {busy ? 'Writing…' : 'Keep the sheet'}
            </button>
          </section>
        </div>
      </Errors>
    </form>
  );
}
