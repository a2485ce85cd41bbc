'use client';

import { ITEM_KINDS, type Item } from '@/core/procedure/types';
import { Button } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox';
import { Select } from '@/ui/select';
import { PlaceField } from './place-field';
import { type ProcedureDraft, freshIn, pruned } from './procedure-draft';

const BEFORE = ['', 'ground', 'drive', 'handoff'].map((one) => [one, one || 'not said'] as const);

function ItemRow({ item, patch }: { item: Item; patch: (change: Partial<Item>) => void }) {
  return (
    <tr>
      <th scope="row" className="font-normal">
        {item.id}
      </th>
      <td>
        <input
          className="input"
          aria-label={`Name of ${item.id}`}
          value={item.name}
          onChange={(event) => patch({ name: event.target.value })}
        />
      </td>
      <td>
        <PlaceField of={item.id} place={item.place ?? ''} onChange={patch} />
      </td>
      <td>
        <Select
          aria-label={`Kind of ${item.id}`}
          value={item.kind}
          onValue={(kind) => patch({ kind: kind as Item['kind'] })}
          options={ITEM_KINDS.map((kind) => [kind, kind] as const)}
        />
      </td>
      <td>
        <Select
          aria-label={`Closed before, ${item.id}`}
          value={item.closeBefore ?? ''}
          onValue={(before) => patch({ closeBefore: (before || undefined) as Item['closeBefore'] })}
          options={BEFORE}
        />
      </td>
      <td>
        <Checkbox
          aria-label={`${item.name} may be left off`}
          checked={item.waivable ?? false}
          onChecked={(waivable) => patch({ waivable })}
        />
      </td>
    </tr>
  );
}

/** What gets opened on the car: name, place, kind, and before what it has to be closed again. */
export function ItemsTable({
  draft: { draft, setDraft },
  locked,
}: {
  draft: ProcedureDraft;
  locked: boolean;
}) {
  const patch = (id: string, change: Partial<Item>) =>
    setDraft({
      ...draft,
      items: draft.items.map((item) => (item.id === id ? pruned({ ...item, ...change }) : item)),
    });
  const add = () => {
    const id = freshIn(draft, 'own-item');
    setDraft({
      ...draft,
      items: [...draft.items, { id, name: 'New item', kind: 'part', closeBefore: 'drive' }],
    });
  };
  return (
    <fieldset disabled={locked} className="overflow-x-auto">
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
            <ItemRow key={item.id} item={item} patch={(change) => patch(item.id, change)} />
          ))}
        </tbody>
      </table>
      <Button className="mt-2" onClick={add}>
        Add an item
      </Button>
    </fieldset>
  );
}
