'use client';

import { Dialog as Radix } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { Suspense, lazy, useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Dialog } from '@/ui/dialog';
import { FIND_INPUT, PAGES } from './pages';

/** It comes as it is opened: every page has the key for it, few use it at once. What is typed meanwhile is kept. */
const Finder = lazy(() => import('./finder').then((one) => ({ default: one.Finder })));

/**
 * Finds and goes: `/` or Ctrl K opens it from anywhere on the desk. Cars, jobs, parts, fasteners, notes and photos as
 * you type; every page by its name. `?` shows the keys.
 */
export function Palette() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [keys, setKeys] = useState(false);
  const [text, setText] = useState('');
  const [armed, setArmed] = useState(false);
  useHotkeys('mod+k', () => setOpen(true), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('/', () => setOpen(true), { preventDefault: true, useKey: true });
  useHotkeys(['?', 'shift+?'], () => setKeys(true), { preventDefault: true, useKey: true });
  useHotkeys('g', () => setArmed(true));
  useHotkeys(
    PAGES.map(([letter]) => letter).join(','),
    (event) => {
      if (!armed) return;
      setArmed(false);
      const place = PAGES.find(([letter]) => letter === event.key);
      if (place) router.push(place[2]);
    },
    { enabled: armed },
    [armed],
  );
  useEffect(() => {
    if (!armed) return undefined;
    const timer = setTimeout(() => setArmed(false), 1500);
    return () => clearTimeout(timer);
  }, [armed]);
  const go = (href: string) => {
    setOpen(false);
    setText('');
    router.push(href);
  };
  return (
    <>
      <button
        type="button"
        className="input ml-auto flex min-h-11 w-auto cursor-pointer items-center justify-between gap-2 text-left text-soft desk:w-40"
        onClick={() => setOpen(true)}
        aria-keyshortcuts="/ Control+K"
      >
        <span>
          Find<span className="sr-only desk:not-sr-only"> anything</span>
        </span>{' '}
        <kbd className="hidden border border-rule px-1.5 text-xs desk:inline">/</kbd>
      </button>
      <Radix.Root open={open} onOpenChange={setOpen}>
        <Radix.Portal>
          <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
          <Radix.Content
            aria-describedby={undefined}
            className="fixed top-16 left-1/2 z-50 flex max-h-4/5 w-11/12 max-w-2xl -translate-x-1/2 flex-col border-2 border-ink bg-paper text-ink"
          >
            <Radix.Title className="sr-only">Find anything</Radix.Title>
            <Suspense
              fallback={
                <input
                  autoFocus
                  aria-label="Find anything"
                  className={FIND_INPUT}
                  value={text}
                  onChange={(event) => setText(event.target.value)}
                />
              }
            >
              <Finder text={text} onText={setText} onGo={go} />
            </Suspense>
          </Radix.Content>
        </Radix.Portal>
      </Radix.Root>
      <Dialog open={keys} onClose={() => setKeys(false)} title="Keys">
        <dl className="grid grid-cols-[8rem_1fr] gap-y-1">
          {[
            ['/ or Ctrl K', 'find anything, go anywhere'],
            ['?', 'these keys'],
            ['Esc', 'closes what lies over the page'],
            ['← →', 'from strip to strip on the week'],
            ...PAGES.map(([letter, name]) => [`g ${letter}`, name]),
          ].map(([key, words]) => (
            <div key={key} className="contents">
              <dt className="figure border-b border-rule py-1">{key}</dt>
              <dd className="border-b border-rule py-1">{words}</dd>
            </div>
          ))}
        </dl>
      </Dialog>
    </>
  );
}
