'use client';

import { type ReactNode, useContext, useState } from 'react';
import { FormLinkContext, type HeldValue } from './form-link';

interface Props<T> {
  name: string;
  /** Given where the page itself holds the value. */
  value: T | undefined;
  /** Where nobody holds it: what it begins with. */
  first: T;
  onValue?: (next: T) => void;
  children: (held: HeldValue<T>) => ReactNode;
}

function Alone<T>({ value, first, onValue, children }: Props<T>) {
  const [own, setOwn] = useState(first);
  const set = (next: T) => {
    setOwn(next);
    onValue?.(next);
  };
  // Nothing chosen is a value too: a page that holds it says so with null.
  return children({ value: value === undefined ? own : value, set });
}

/** The value of a control: the form's under its name where it stands in one, else the page's, else its own. */
export function Held<T>(props: Props<T>) {
  const form = useContext(FormLinkContext);
  if (!form || props.value !== undefined) return <Alone {...props} />;
  const { name, onValue, children } = props;
  return (
    <form.Held name={name}>
      {({ value, set, ref }) => {
        // A form that does not say what a control begins with would send nothing of it.
        if (value === undefined) throw new Error(`The form says no first value of “${name}”.`);
        return children({
          value,
          ref,
          set: (next) => {
            (set as (next: T) => void)(next);
            onValue?.(next);
          },
        });
      }}
    </form.Held>
  );
}
