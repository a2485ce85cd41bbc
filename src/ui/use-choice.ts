import { type RefObject, useEffect, useRef, useState } from 'react';

/** A chosen value: the page's own where it keeps it, else kept here until the form it stands in is emptied. */
export function useChoice(
  value: string | undefined,
  first: string,
  onValue: ((value: string) => void) | undefined,
): { chosen: string; choose: (next: string) => void; anchor: RefObject<HTMLInputElement | null> } {
  const [own, setOwn] = useState(first);
  const anchor = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const form = anchor.current?.form;
    if (!form) return undefined;
    const empty = () => setOwn(first);
    form.addEventListener('reset', empty);
    return () => form.removeEventListener('reset', empty);
  }, [first]);
  return {
    chosen: value ?? own,
    choose: (next) => {
      setOwn(next);
      onValue?.(next);
    },
    anchor,
  };
}
