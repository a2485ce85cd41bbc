'use client';

import { Command } from 'cmdk';
import { Dialog as Radix } from 'radix-ui';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Hit } from '@/server/queries/search';
import { Dialog } from '@/ui/dialog';

/** Where the go-to letters lead: `g` and then the letter. */
export const PLACES = [
  ['t', 'Today', '/'],
  ['w', 'The week', '/week'],
  ['j', 'Jobs', '/orders'],
  ['n', 'Take a car in', '/orders/new'],
  ['b', 'Come-backs', '/come-backs'],
  ['c', 'Cars', '/cars'],
  ['p', 'Planner', '/planner'],
  ['k', 'Kits', '/kits'],
  ['a', 'Catalog', '/catalog'],
  ['r', 'Procedures', '/procedures'],
  ['h', 'Hours', '/hours'],
  ['y', 'Hours behind us', '/hours/past'],
  ['m', 'Bench math', '/bench'],
  ['l', 'Messages', '/messages'],
  ['s', 'Shop', '/shop'],
  ['e', 'People and devices', '/shop/people'],
  ['i', 'Stand-ins', '/stand-ins'],
  ['o', 'My own settings', '/me'],
  ['x', 'Help', '/help'],
] as const;

const WHAT: Record<Hit['what'], string> = {
  order: 'number',
  plate: 'plate',
  customer: 'customer',
  car: 'car',
  parts: 'part',
  fasteners: 'fastener',
  notes: 'note',
  photos: 'photo',
};
const PAGE: Partial<Record<Hit['what'], string>> = {
  parts: '/parts',
  fasteners: '/torque',
  photos: '/photos',
};

const PAUSE_MS = 140;

/** Hits for what is typed, a moment after the last letter. */
function useHits(text: string): Hit[] {
  const [hits, setHits] = useState<{ text: string; hits: Hit[] }>({ text: '', hits: [] });
  useEffect(() => {
    if (text.trim().length < 2) return undefined;
    const stop = new AbortController();
    const timer = setTimeout(async () => {
      try {
        const response = await fetch(`/api/find?q=${encodeURIComponent(text)}`, { signal: stop.signal });
        const body = (await response.json()) as { ok: boolean; answer: { hits: Hit[] } };
        if (body.ok) setHits({ text, hits: body.answer.hits });
      } catch {
        // Another letter came, or the server is away: what was found last stands.
      }
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [text]);
  return text.trim().length < 2 ? [] : hits.hits;
}

const ROW =
  'flex min-h-11 cursor-pointer items-baseline justify-between gap-4 border-b border-rule px-3 py-2 data-[selected=true]:bg-ink data-[selected=true]:text-paper';

/**
 * Finds and goes: `/` or Ctrl K opens it from anywhere on the desk. Cars, jobs, parts, fasteners, notes and photos as
 * you type; every page by its name. `?` shows the keys.
 */
export function Palette() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [keys, setKeys] = useState(false);
  const [text, setText] = useState('');
  const hits = useHits(open ? text : '');
  const [armed, setArmed] = useState(false);
  useHotkeys('mod+k', () => setOpen(true), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('/', () => setOpen(true), { preventDefault: true, useKey: true });
  useHotkeys(['?', 'shift+?'], () => setKeys(true), { preventDefault: true, useKey: true });
  useHotkeys('g', () => setArmed(true));
  useHotkeys(
    PLACES.map(([letter]) => letter).join(','),
    (event) => {
      if (!armed) return;
      setArmed(false);
      const place = PLACES.find(([letter]) => letter === event.key);
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
  const wanted = text.trim().toLowerCase();
  const places = PLACES.filter(([, name]) => !wanted || name.toLowerCase().includes(wanted));
  return (
    <>
      <button
        type="button"
        className="input ml-auto flex min-h-11 w-52 cursor-pointer items-center justify-between gap-2 text-left text-soft"
        onClick={() => setOpen(true)}
        aria-keyshortcuts="/ Control+K"
      >
        Find anything <kbd className="border border-rule px-1.5 text-[0.85rem]">/</kbd>
      </button>
      <Radix.Root open={open} onOpenChange={setOpen}>
        <Radix.Portal>
          <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
          <Radix.Content
            aria-describedby={undefined}
            className="fixed top-[8vh] left-1/2 z-50 flex max-h-[80vh] w-[94vw] max-w-2xl -translate-x-1/2 flex-col border-2 border-ink bg-paper text-ink"
          >
            <Radix.Title className="sr-only">Find anything</Radix.Title>
            <Command shouldFilter={false} label="Find anything" className="flex min-h-0 flex-col">
              <Command.Input
                value={text}
                onValueChange={setText}
                placeholder="Plate, name, part, fastener, note, or where to go"
                className="input m-3 min-h-14 w-[calc(100%-1.5rem)] text-[1.25rem]"
              />
              <Command.List className="min-h-0 overflow-y-auto">
                {hits.length > 0 && (
                  <Command.Group
                    heading={<span className="block px-3 pt-1 text-[0.95rem] text-soft">Found</span>}
                  >
                    {hits.map((hit) => (
                      <Command.Item
                        key={`${hit.orderId} ${hit.what}`}
                        value={`${hit.orderId} ${hit.what}`}
                        onSelect={() => go(`/orders/${hit.orderId}${PAGE[hit.what] ?? ''}`)}
                        className={ROW}
                      >
                        <span className="min-w-0">
                          <strong>
                            {hit.number} · {hit.car.split(',')[0]}
                          </strong>{' '}
                          {hit.plate} · {hit.customer}
                          {hit.line && <span className="block truncate">{hit.line}</span>}
                        </span>
                        <span className="shrink-0 text-[0.95rem]">
                          {WHAT[hit.what]}
                          {hit.closed ? ', closed' : ''}
                        </span>
                      </Command.Item>
                    ))}
                  </Command.Group>
                )}
                {places.length > 0 && (
                  <Command.Group
                    heading={<span className="block px-3 pt-2 text-[0.95rem] text-soft">Go to</span>}
                  >
                    {places.map(([letter, name, href]) => (
                      <Command.Item key={href} value={href} onSelect={() => go(href)} className={ROW}>
                        <span>{name}</span>
                        <span className="text-[0.95rem]">g {letter}</span>
                      </Command.Item>
                    ))}
                  </Command.Group>
                )}
                {!hits.length && !places.length && (
                  <p role="status" className="px-3 py-4">
                    Nothing found for “{text}”. A plate, a name, a part or a word of a note.
                  </p>
                )}
              </Command.List>
            </Command>
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
            ...PLACES.map(([letter, name]) => [`g ${letter}`, name]),
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
