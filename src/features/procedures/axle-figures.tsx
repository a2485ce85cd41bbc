'use client';

import type { Anatomy } from '@/core/anatomy/types';
import { capital } from '@/core/wording';
import { CommandForm } from '@/features/transport/command-form';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

interface Figures {
  lines: TypedFigure[];
  limits: TypedFigure[];
  springs: TypedFigure[];
}

const figuresOf = ({ lines, limits, springs }: Anatomy): Figures => ({
  lines: lines.map(({ reach }) => reach),
  limits: limits.map(({ drop }) => drop),
  springs: springs.map(({ drop }) => drop),
});

/** What was typed in place of the figures that ship; a field left empty keeps what stands there. */
const withFigures = (anatomy: Anatomy, { lines, limits, springs }: Figures) => ({
  ...anatomy,
  lines: anatomy.lines.map((line, at) => ({ ...line, reach: lines[at] ?? line.reach })),
  limits: anatomy.limits.map((limit, at) => ({ ...limit, drop: limits[at] ?? limit.drop })),
  springs: anatomy.springs.map((spring, at) => ({ ...spring, drop: springs[at] ?? spring.drop })),
});

/** The reaches and drops of one axle, for every car or as measured on one platform. */
export function AxleFigures({
  shipped,
  own,
  platform,
  platforms,
  mayEdit,
}: {
  shipped: Anatomy;
  own: { anatomy: Anatomy; version: number; note: string } | null;
  platform: string;
  platforms: readonly string[];
  mayEdit: boolean;
}) {
  const anatomy = own?.anatomy ?? shipped;
  const nameOf = (id: string) =>
    anatomy.bodies.find((body) => body.id === id)?.name ??
    anatomy.lines.find((line) => line.id === id)?.name ??
    id;
  const assumed = (now: number | null, ships: number | null) =>
    now === ships ? 'assumed, mm below ride height' : `measured; ${ships ?? 'none'} ships`;
  return (
    <section aria-label="Figures">
      <h2 className="border-b border-ink pb-1">{shipped.title}</h2>
      <p className="py-2">
        {own
          ? `As measured on ${platform}, version ${own.version}: ${own.note}.`
          : 'As it ships: every figure is assumed.'}
      </p>
      <CommandForm
        command="anatomy.save"
        about={`${shipped.id} ${platform}`}
        className="grid gap-4"
        start={{ platform: platform || platforms[0] || '', note: '', ...figuresOf(anatomy) }}
        input={({ platform: of, note, ...figures }) => ({
          anatomy: withFigures(anatomy, figures) as Anatomy,
          platform: of,
          note,
        })}
      >
        <fieldset disabled={!mayEdit} className="grid gap-4">
          <div className="grid gap-3 sm:grid-cols-2">
            {anatomy.lines.map((line, at) => (
              <NumberField
                key={line.id}
                name={`lines.${at}`}
                label={`${capital(line.name)} reaches, mm`}
                hint={assumed(line.reach, shipped.lines[at]?.reach ?? null)}
              />
            ))}
            {anatomy.limits.map((limit, at) => (
              <NumberField
                key={limit.by}
                name={`limits.${at}`}
                label={`${capital(nameOf(limit.by))} stops the droop at, mm`}
                hint={assumed(limit.drop, shipped.limits[at]?.drop ?? null)}
              />
            ))}
            {anatomy.springs
              .map((spring, at) => ({ spring, at }))
              .filter(({ spring }) => spring.drop !== null)
              .map(({ spring, at }) => (
                <NumberField
                  key={spring.id}
                  name={`springs.${at}`}
                  label={`${capital(nameOf(spring.body))} is free at, mm`}
                  hint={assumed(spring.drop, shipped.springs[at]?.drop ?? null)}
                />
              ))}
          </div>
          {mayEdit && (
            <>
              <TextField
                name="platform"
                label="Platform it was measured on"
                list={platforms.length ? 'platforms' : undefined}
              />
              <datalist id="platforms">
                {platforms.map((one) => (
                  <option key={one} value={one} />
                ))}
              </datalist>
              <TextField name="note" label="On which car, and how it was measured" />
              <Send size="tall">Save for this platform</Send>
            </>
          )}
        </fieldset>
      </CommandForm>
      {!mayEdit && <p className="text-soft">The lead enters what was measured; everybody reads it.</p>}
    </section>
  );
}
