'use client';

import { type FieldShape, describeField } from '@/core/calc/field-words';
import { type Tree, type Typed, blank } from './typed-input';
import { Button } from '@/ui/button';
import { CheckLine } from '@/ui/checkbox';
import { Select } from '@/ui/select';

/** One field of a calculator's input, and whatever lies within it. */
export function Field({
  shape,
  typed,
  path,
  wrong,
  onChange,
}: {
  shape: FieldShape;
  typed: Typed | undefined;
  path: string;
  wrong: { field: string; message: string } | null;
  onChange: (next: Typed) => void;
}) {
  const mine = wrong?.field === path;
  const label = `${describeField(shape.id)}${shape.required || shape.kind === 'boolean' ? '' : ' (if known)'}`;
  if (shape.kind === 'group' || shape.kind === 'variants') {
    const tree = (typed ?? {}) as Tree;
    const kind = shape.kind === 'variants' ? String(tree[shape.by] || Object.keys(shape.variants)[0]) : null;
    const fields = shape.kind === 'variants' ? shape.variants[kind!]! : shape.fields;
    const body = (
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
        {shape.kind === 'variants' && (
          <div className="col-span-full">
            <span className="label block">kind</span>
            <Select
              aria-label="kind"
              value={kind!}
              onValue={(next) => onChange({ ...tree, [shape.by]: next })}
              options={Object.keys(shape.variants).map((one) => [one, describeField(one)] as const)}
            />
          </div>
        )}
        {fields.map((field) => (
          <Field
            key={field.id}
            shape={field}
            typed={tree[field.id]}
            path={path ? `${path}.${field.id}` : field.id}
            wrong={wrong}
            onChange={(next) => onChange({ ...tree, [field.id]: next })}
          />
        ))}
      </div>
    );
    if (shape.id === '') return body;
    return (
      <fieldset className="col-span-full border-l-2 border-rule pl-3">
        <legend className="font-head text-lg font-medium">{label}</legend>
        {body}
      </fieldset>
    );
  }
  if (shape.kind === 'list') {
    const list = Array.isArray(typed) ? typed : [];
    return (
      <fieldset className="col-span-full border-l-2 border-rule pl-3">
        <legend className="font-head text-lg font-medium">{label}</legend>
        {list.map((one, index) => (
          <div key={index} className="flex items-end gap-2 border-b border-rule py-2">
            <div className="min-w-0 flex-1">
              <Field
                shape={{
                  ...shape.item,
                  id: shape.item.kind === 'group' || shape.item.kind === 'variants' ? '' : shape.id,
                }}
                typed={one}
                path={`${path}[${index}]`}
                wrong={wrong}
                onChange={(next) => onChange(list.map((other, at) => (at === index ? next : other)))}
              />
            </div>
            <Button
              weight="plain"
              aria-label={`Remove ${describeField(shape.id)} ${index + 1}`}
              onClick={() => onChange(list.filter((_, at) => at !== index))}
            >
              Remove
            </Button>
          </div>
        ))}
        <Button className="mt-2" onClick={() => onChange([...list, blank(shape.item)])}>
          Another
        </Button>
      </fieldset>
    );
  }
  if (shape.kind === 'boolean')
    return (
      <CheckLine className="items-center gap-2 self-end" checked={typed === true} onChecked={onChange}>
        {label}
      </CheckLine>
    );
  if (shape.kind === 'choice')
    return (
      <div>
        <span className="label block">{label}</span>
        <Select
          aria-label={label}
          value={typeof typed === 'string' && typed !== '' ? typed : shape.required ? shape.choices[0]! : ''}
          onValue={onChange}
          options={[
            ...(shape.required ? [] : [['', 'as usual'] as const]),
            ...shape.choices.map((choice) => [choice, describeField(choice)] as const),
          ]}
        />
      </div>
    );
  const id = `bench-${path}`;
  return (
    <div>
      <label htmlFor={id} className="label block">
        {label}
        {shape.unit && <span className="text-soft">, {shape.unit}</span>}
      </label>
      <input
        id={id}
        className="input"
        inputMode={shape.kind === 'number' ? 'decimal' : undefined}
        autoComplete="off"
        aria-invalid={mine || undefined}
        value={typeof typed === 'string' ? typed : ''}
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}
