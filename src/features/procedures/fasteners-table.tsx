'use client';

import { useRef } from 'react';
import type { Fastener } from '@/core/procedure/types';
import { Button } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox';
import { AngleField, type TypedFigure } from '@/ui/figure-fields';
import { KeptFigure } from './kept-figure';
import { PlaceField } from './place-field';
import { type ProcedureDraft, freshIn, pruned } from './procedure-draft';

const COLUMNS = [
  'Id',
  'Name',
  'Place',
  'Count',
  'Thread',
  'Grade',
  'N·m',
  'Angle',
  'Source',
  'Passes',
  'On wheels',
  'Second check',
];

const positive = (figure: TypedFigure) => (typeof figure === 'number' && figure > 0 ? figure : undefined);

function FastenerRow({
  fastener,
  patch,
}: {
  fastener: Fastener;
  patch: (change: Partial<Fastener>) => void;
}) {
  const { id, spec } = fastener;
  // A value taken out and typed again comes from where it came from.
  const source = useRef(spec?.source ?? '');
  const text = (name: 'name' | 'thread' | 'grade', width: string) => (
    <input
      className={`input ${width}`}
      aria-label={`${name} of ${id}`}
      value={fastener[name] ?? ''}
      onChange={(event) => patch({ [name]: event.target.value })}
    />
  );
  return (
    <tr>
      <th scope="row" className="font-normal">
        {id}
      </th>
      <td>{text('name', 'min-w-40')}</td>
      <td>
        <PlaceField of={id} place={fastener.place} onChange={patch} />
      </td>
      <td>
        <KeptFigure
          whole
          className="w-14"
          name={`${id}.count`}
          label={`Count of ${id}`}
          figure={fastener.count}
          onFigure={(count) => count !== null && patch({ count })}
        />
      </td>
      <td>{text('thread', 'w-24')}</td>
      <td>{text('grade', 'w-16')}</td>
      <td>
        <KeptFigure
          mayBeEmpty
          className={`w-18 ${spec ? '' : 'hatch-word'}`}
          name={`${id}.nm`}
          label={`Value of ${id}, N·m`}
          placeholder="none"
          figure={spec?.nm ?? null}
          onFigure={(nm) => {
            if (spec) source.current = spec.source;
            patch({ spec: nm === null ? null : { source: source.current, ...spec, nm } });
          }}
        />
      </td>
      <td>
        <AngleField
          bare
          className="w-16"
          name={`${id}.angle`}
          label={`Angle of ${id}, degrees`}
          disabled={!spec}
          value={spec?.angleDeg ?? null}
          onValue={(figure) => patch({ spec: pruned({ ...spec!, angleDeg: positive(figure) }) })}
        />
      </td>
      <td>
        <input
          className="input min-w-80"
          aria-label={`Source of ${id}`}
          disabled={!spec}
          value={spec?.source ?? ''}
          onChange={(event) => patch({ spec: { ...spec!, source: event.target.value } })}
        />
      </td>
      <td>
        <KeptFigure
          mayBeEmpty
          whole
          className="w-12"
          name={`${id}.passes`}
          label={`Passes of ${id}`}
          figure={fastener.passes ?? null}
          onFigure={(passes) => patch({ passes: passes ?? undefined })}
        />
      </td>
      <td>
        <Checkbox
          aria-label={`${id} is torqued on the wheels`}
          checked={fastener.final === 'on-wheels'}
          onChecked={(checked) => patch({ final: checked ? 'on-wheels' : undefined })}
        />
      </td>
      <td>
        <Checkbox
          aria-label={`${id} is checked by a second person`}
          checked={fastener.secondCheck ?? false}
          onChecked={(secondCheck) => patch({ secondCheck })}
        />
      </td>
    </tr>
  );
}

/** The fasteners with their values; one without a value stays in sight as a hole. */
export function FastenersTable({
  draft: { draft, setDraft },
  locked,
}: {
  draft: ProcedureDraft;
  locked: boolean;
}) {
  const patch = (id: string, change: Partial<Fastener>) =>
    setDraft({
      ...draft,
      fasteners: draft.fasteners.map((one) => (one.id === id ? pruned({ ...one, ...change }) : one)),
    });
  const add = () => {
    const fresh: Fastener = {
      id: freshIn(draft, 'own-fastener'),
      name: 'New fastener',
      place: 'front.left.wheel-nuts',
      end: 'front',
      corner: 'LF',
      count: 1,
      spec: null,
    };
    setDraft({ ...draft, fasteners: [...draft.fasteners, fresh] });
  };
  return (
    <fieldset disabled={locked} className="overflow-x-auto">
      <table className="ledger min-w-304">
        <thead>
          <tr>
            {COLUMNS.map((title) => (
              <th key={title} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {draft.fasteners.map((fastener) => (
            <FastenerRow
              key={fastener.id}
              fastener={fastener}
              patch={(change) => patch(fastener.id, change)}
            />
          ))}
        </tbody>
      </table>
      <Button className="mt-2" onClick={add}>
        Add a fastener
      </Button>
    </fieldset>
  );
}
