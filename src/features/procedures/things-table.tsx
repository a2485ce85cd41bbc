'use client';

import { PLACES } from '@/core/procedure/places';
import { type Fastener, ITEM_KINDS, type Item } from '@/core/procedure/types';
import type { Draft } from './use-draft';
import { pruned } from './use-draft';
import { Checkbox } from '@/ui/checkbox';
import { Select } from '@/ui/select';

const cell = 'input';

function Places() {
  return (
    <datalist id="places">
      {[...PLACES].map((place) => (
        <option key={place} value={place} />
      ))}
    </datalist>
  );
}

const cornerOf = (place: string): Pick<Item, 'end' | 'corner'> => {
  const [end, side] = place.split('.');
  if (end !== 'front' && end !== 'rear') return { end: undefined, corner: undefined };
  if (side !== 'left' && side !== 'right') return { end, corner: undefined };
  return { end, corner: `${side === 'left' ? 'L' : 'R'}${end === 'front' ? 'F' : 'R'}` as Item['corner'] };
};

/** The place of an item or a fastener; its end and corner follow from it. */
function PlaceInput({
  of,
  place,
  onChange,
}: {
  of: string;
  place: string;
  onChange: (change: { place: string } & Pick<Item, 'end' | 'corner'>) => void;
}) {
  return (
    <input
      className={`${cell} min-w-56`}
      aria-label={`Place of ${of}`}
      list="places"
      value={place}
      onChange={(event) => onChange({ place: event.target.value, ...cornerOf(event.target.value) })}
    />
  );
}

/** What gets opened on the car: name, place, kind, and before what it has to be closed again. */
export function ItemsTable({ draft: { draft, setDraft }, locked }: { draft: Draft; locked: boolean }) {
  const patch = (id: string, change: Partial<Item>) =>
    setDraft({
      ...draft,
      items: draft.items.map((item) => (item.id === id ? pruned({ ...item, ...change }) : item)),
    });
  return (
    <fieldset disabled={locked}>
      <Places />
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">Id</th>
            <th scope="col">Name</th>
            <th scope="col">Place</th>
            <th scope="col">Kind</th>
            <th scope="col">Closed before</th>
            <th scope="col">May be left off</th>
          </tr>
        </thead>
        <tbody>
          {draft.items.map((item) => (
            <tr key={item.id}>
              <th scope="row" className="font-normal">
                {item.id}
              </th>
              <td>
                <input
                  className={cell}
                  aria-label={`Name of ${item.id}`}
                  value={item.name}
                  onChange={(event) => patch(item.id, { name: event.target.value })}
                />
              </td>
              <td>
                <PlaceInput
                  of={item.id}
                  place={item.place ?? ''}
                  onChange={(change) => patch(item.id, change)}
                />
              </td>
              <td>
                <Select
                  aria-label={`Kind of ${item.id}`}
                  value={item.kind}
                  onValue={(kind) => patch(item.id, { kind: kind as Item['kind'] })}
                  options={ITEM_KINDS.map((kind) => [kind, kind] as const)}
                />
              </td>
              <td>
                <Select
                  aria-label={`Closed before, ${item.id}`}
                  value={item.closeBefore ?? ''}
                  onValue={(before) =>
                    patch(item.id, { closeBefore: (before || undefined) as Item['closeBefore'] })
                  }
                  options={['', 'ground', 'drive', 'handoff'].map((one) => [one, one || 'not said'] as const)}
                />
              </td>
              <td>
                <Checkbox
                  aria-label={`${item.name} may be left off`}
                  checked={item.waivable ?? false}
                  onChecked={(checked) => patch(item.id, { waivable: checked })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="btn mt-2"
        onClick={() =>
          setDraft({
            ...draft,
            items: [
              ...draft.items,
              {
                id: `own-item-${draft.items.length + 1}`,
                name: 'New item',
                kind: 'part',
                closeBefore: 'drive',
              },
            ],
          })
        }
      >
        Add an item
      </button>
    </fieldset>
  );
}

/** The fasteners with their values; one without a value stays in sight as a hole. */
export function FastenersTable({ draft: { draft, setDraft }, locked }: { draft: Draft; locked: boolean }) {
  const patch = (id: string, change: Partial<Fastener>) =>
    setDraft({
      ...draft,
      fasteners: draft.fasteners.map((one) => (one.id === id ? pruned({ ...one, ...change }) : one)),
    });
  const text = (
    fastener: Fastener,
    name: 'name' | 'thread' | 'grade' | 'pattern' | 'identify',
    width = '',
  ) => (
    <input
      className={`${cell} ${width}`}
      aria-label={`${name} of ${fastener.id}`}
      value={fastener[name] ?? ''}
      onChange={(event) => patch(fastener.id, { [name]: event.target.value })}
    />
  );
  return (
    <fieldset disabled={locked} className="overflow-x-auto">
      <Places />
      <table className="ledger min-w-[76rem]">
        <thead>
          <tr>
            {[
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
            ].map((title) => (
              <th key={title} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {draft.fasteners.map((fastener) => (
            <tr key={fastener.id}>
              <th scope="row" className="font-normal">
                {fastener.id}
              </th>
              <td>{text(fastener, 'name', 'min-w-40')}</td>
              <td>
                <PlaceInput
                  of={fastener.id}
                  place={fastener.place}
                  onChange={(change) => patch(fastener.id, change)}
                />
              </td>
              <td>
                <input
                  className={`${cell} w-14`}
                  aria-label={`Count of ${fastener.id}`}
                  inputMode="numeric"
                  value={fastener.count}
                  onChange={(event) => patch(fastener.id, { count: Number(event.target.value) || 1 })}
                />
              </td>
              <td>{text(fastener, 'thread', 'w-24')}</td>
              <td>{text(fastener, 'grade', 'w-16')}</td>
              <td>
                <input
                  className={`${cell} w-18 ${fastener.spec ? '' : 'hatch-word'}`}
                  aria-label={`Value of ${fastener.id}, N·m`}
                  inputMode="decimal"
                  placeholder="none"
                  value={fastener.spec?.nm ?? ''}
                  onChange={(event) => {
                    const nm = Number(event.target.value);
                    patch(fastener.id, {
                      spec: nm > 0 ? { ...(fastener.spec ?? { source: '' }), nm } : null,
                    });
                  }}
                />
              </td>
              <td>
                <input
                  className={`${cell} w-16`}
                  aria-label={`Angle of ${fastener.id}, degrees`}
                  inputMode="decimal"
                  disabled={!fastener.spec}
                  value={fastener.spec?.angleDeg ?? ''}
                  onChange={(event) =>
                    patch(fastener.id, {
                      spec: pruned({
                        ...fastener.spec!,
                        angleDeg: Number(event.target.value) || undefined,
                      }),
                    })
                  }
                />
              </td>
              <td>
                <input
                  className={`${cell} min-w-80`}
                  aria-label={`Source of ${fastener.id}`}
                  disabled={!fastener.spec}
                  value={fastener.spec?.source ?? ''}
                  onChange={(event) =>
                    patch(fastener.id, { spec: { ...fastener.spec!, source: event.target.value } })
                  }
                />
              </td>
              <td>
                <input
                  className={`${cell} w-12`}
                  aria-label={`Passes of ${fastener.id}`}
                  inputMode="numeric"
                  value={fastener.passes ?? ''}
                  onChange={(event) =>
                    patch(fastener.id, { passes: Number(event.target.value) || undefined })
                  }
                />
              </td>
              <td>
                <Checkbox
                  aria-label={`${fastener.id} is torqued on the wheels`}
                  checked={fastener.final === 'on-wheels'}
                  onChecked={(checked) => patch(fastener.id, { final: checked ? 'on-wheels' : undefined })}
                />
              </td>
              <td>
                <Checkbox
                  aria-label={`${fastener.id} is checked by a second person`}
                  checked={fastener.secondCheck ?? false}
                  onChecked={(checked) => patch(fastener.id, { secondCheck: checked })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <button
        type="button"
        className="btn mt-2"
        onClick={() =>
          setDraft({
            ...draft,
            fasteners: [
              ...draft.fasteners,
              {
                id: `own-fastener-${draft.fasteners.length + 1}`,
                name: 'New fastener',
                place: 'front.left.wheel-nuts',
                end: 'front',
                corner: 'LF',
                count: 1,
                spec: null,
              },
            ],
          })
        }
      >
        Add a fastener
      </button>
    </fieldset>
  );
}
