'use client';

import { type ReactNode, createContext, useContext } from 'react';
import { Button } from './button';
import { FormLinkContext } from './form-link';

/** A field that has to be filled in, in the form's own order. */
export interface Need {
  name: string;
  /** What it is called in a line of several. */
  words: string;
  given: boolean;
}

const NeedsContext = createContext<readonly Need[]>([]);

/** Marks the fields of a form that have to be filled in, before anybody presses its button. */
export const Needs = ({ needs, children }: { needs: readonly Need[]; children: ReactNode }) => (
  <NeedsContext.Provider value={needs}>{children}</NeedsContext.Provider>
);

export const useNeeded = (name: string): boolean => useContext(NeedsContext).some((one) => one.name === name);

/** What is still missing, in words, and the way to the first of it: stands above the button. */
export function StillMissing({ className = '' }: { className?: string }) {
  const missing = useContext(NeedsContext).filter((one) => !one.given);
  const form = useContext(FormLinkContext);
  if (!missing.length) return null;
  return (
    <div className={`flex flex-wrap items-center justify-between gap-x-4 gap-y-1 ${className}`}>
      <p>
        <strong>{missing.length === 1 ? 'One thing is' : `${missing.length} things are`} missing:</strong>{' '}
        {missing.map((one) => one.words).join(', ')}.
      </p>
      <Button onClick={() => form?.focus(missing[0]!.name)}>Go to the first</Button>
    </div>
  );
}
