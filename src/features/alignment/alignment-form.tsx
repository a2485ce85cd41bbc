'use client';

import { useState } from 'react';
import { useCommand } from '@/ui/commands';
import { AreaField, Errors, FormErrors, TextField, fieldsOf } from '@/ui/form';

const WHEELS = [
  ['LF', 'left front', ['caster', 'camber', 'toe']],
  ['RF', 'right front', ['caster', 'camber', 'toe']],
  ['LR', 'left rear', ['camber', 'toe']],
  ['RR', 'right rear', ['camber', 'toe']],
] as const;

/** The ranges a spec may name: where they stand in the spec, and in words. */
const RANGES = [
  ['front.caster', 'Caster, front'],
  ['front.camber', 'Camber, front'],
  ['front.toeTotal', 'Toe total, front'],
  ['rear.camber', 'Camber, rear'],
  ['rear.toeTotal', 'Toe total, rear'],
] as const;
const LIMITS = [
  ['front.crossCaster', 'Caster, side to side'],
  ['front.crossCamber', 'Camber, side to side'],
  ['rear.thrust', 'Thrust angle'],
] as const;

/** A number as typed, with a plain or a true minus; undefined when the field is empty. */
function numberOf(text: string | undefined): number | undefined | string {
  const plain = (text ?? '').trim().replace('−', '-').replace(/°$/, '');
  if (plain === '') return undefined;
  return Number.isFinite(Number(plain)) ? Number(plain) : plain;
}

function specFrom(f: Record<string, string>) {
  const spec: Record<'front' | 'rear', Record<string, unknown>> = { front: {}, rear: {} };
  for (const [path] of RANGES) {
    const [end, name] = path.split('.') as ['front' | 'rear', string];
    const [min, max] = [numberOf(f[`spec.${path}.min`]), numberOf(f[`spec.${path}.max`])];
    if (min !== undefined || max !== undefined) {
      spec[end][name] = { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) };
    }
  }
  for (const [path] of LIMITS) {
    const [end, name] = path.split('.') as ['front' | 'rear', string];
    const limit = numberOf(f[`spec.${path}`]);
    if (limit !== undefined) spec[end][name] = limit;
  }
  return spec;
}

function readingsFrom(f: Record<string, string>, set: 'before' | 'after') {
  return Object.fromEntries(
    WHEELS.map(([corner, , angles]) => [
      corner,
      Object.fromEntries(angles.map((angle) => [angle, numberOf(f[`${set}.${corner}.${angle}`])])),
    ]),
  );
}

/** A sheet typed in: the spec it is held against, and each wheel before and after. */
export function AlignmentForm({ orderId }: { orderId: string }) {
  const { give, busy, errors } = useCommand('alignment.record');
  const [noSpec, setNoSpec] = useState(false);
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const f = fieldsOf(event.currentTarget);
        const spec = specFrom(f);
        const empty = Object.keys(spec.front).length + Object.keys(spec.rear).length === 0;
        setNoSpec(empty);
        if (empty) return;
        await give({
          orderId,
          rack: f.rack,
          operator: f.operator,
          specSource: f.specSource,
          spec,
          before: readingsFrom(f, 'before'),
          after: readingsFrom(f, 'after'),
          adjustments: f.adjustments,
          notReached: f.notReached,
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
                placeholder="sheet, plate, or the shop’s goal after a lift"
              />
              <table className="ledger">
                <thead>
                  <tr>
                    <th scope="col">Range, degrees</th>
                    <th scope="col">from</th>
                    <th scope="col">to</th>
                  </tr>
                </thead>
                <tbody>
                  {RANGES.map(([path, label]) => (
                    <tr key={path}>
                      <th scope="row" className="font-normal">
                        {label}
                      </th>
                      {(['min', 'max'] as const).map((edge) => (
                        <td key={edge} className="w-24">
                          <input
                            name={`spec.${path}.${edge}`}
                            aria-label={`${label}, ${edge === 'min' ? 'from' : 'to'}`}
                            className="input text-right"
                            inputMode="decimal"
                            autoComplete="off"
                          />
                        </td>
                      ))}
                    </tr>
                  ))}
                  {LIMITS.map(([path, label]) => (
                    <tr key={path}>
                      <th scope="row" className="font-normal">
                        {label}
                      </th>
                      <td className="text-right font-head text-soft">within ±</td>
                      <td>
                        <input
                          name={`spec.${path}`}
                          aria-label={`${label}, at most`}
                          className="input text-right"
                          inputMode="decimal"
                          autoComplete="off"
                        />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
              <p className="text-soft">
                Leave a range empty that the spec does not name: it is then not judged.
              </p>
            </div>
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">The sheet</h2>
            <div className="mt-3 grid grid-cols-2 gap-3">
              <TextField name="rack" label="Rack" placeholder="ours, or whose" />
              <TextField name="operator" label="Who set it" />
            </div>
            <table className="ledger mt-3">
              <thead>
                <tr>
                  <th scope="col">Degrees, toe-in +</th>
                  {(['before', 'after'] as const).flatMap((set) =>
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
                    {(['before', 'after'] as const).flatMap((set) =>
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
                              className="input min-w-16 text-right"
                              inputMode="decimal"
                              autoComplete="off"
                            />
                          )}
                        </td>
                      )),
                    )}
                  </tr>
                ))}
              </tbody>
            </table>
            <div className="mt-3 grid gap-3">
              <AreaField
                name="adjustments"
                label="What was set"
                placeholder="cams, sleeves; jam nuts torqued and striped"
              />
              <AreaField name="notReached" label="What could not be reached, and why" />
            </div>
            {noSpec && (
              <p role="alert" className="mt-3 font-medium text-danger">
                Give at least one range: without a spec nothing can be judged.
              </p>
            )}
            <FormErrors
              errors={errors}
              shown={['specSource', 'rack', 'operator', 'adjustments', 'notReached']}
            />
            <button className="btn btn-pen mt-3 min-h-14 w-full" disabled={busy}>
              {busy ? 'Writing…' : 'Keep the sheet'}
            </button>
          </section>
        </div>
      </Errors>
    </form>
  );
}
