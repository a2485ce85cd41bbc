'use client';

import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import type { Hit } from '@/server/queries/search';
import { FIND_INPUT, PAGES } from './pages';

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
const PAGE_OF: Partial<Record<Hit['what'], string>> = {
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

/** What is found as it is typed, and every page by its name. */
export function Finder({
  text,
  onText,
  onGo,
}: {
  text: string;
  onText: (text: string) => void;
  onGo: (href: string) => void;
}) {
  const hits = useHits(text);
  const wanted = text.trim().toLowerCase();
  const places = PAGES.filter(([, name]) => !wanted || name.toLowerCase().includes(wanted));
  return (
    <Command shouldFilter={false} label="Find anything" className="flex min-h-0 flex-col">
      <Command.Input
        value={text}
        onValueChange={onText}
        autoFocus
        placeholder="Plate, name, part, fastener, note, or where to go"
        className={FIND_INPUT}
      />
      <Command.List className="min-h-0 overflow-y-auto">
        {hits.length > 0 && (
          <Command.Group heading={<span className="block px-3 pt-1 text-sm text-soft">Found</span>}>
            {hits.map((hit) => (
              <Command.Item
                key={`${hit.orderId} ${hit.what}`}
                value={`${hit.orderId} ${hit.what}`}
                onSelect={() => onGo(`/orders/${hit.orderId}${PAGE_OF[hit.what] ?? ''}`)}
                className={ROW}
              >
                <span className="min-w-0">
                  <strong>
                    {hit.number} · {hit.car.split(',')[0]}
                  </strong>{' '}
                  {hit.plate} · {hit.customer}
                  {hit.line && <span className="block truncate">{hit.line}</span>}
                </span>
                <span className="shrink-0 text-sm">
                  {WHAT[hit.what]}
                  {hit.closed ? ', closed' : ''}
                </span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {places.length > 0 && (
          <Command.Group heading={<span className="block px-3 pt-2 text-sm text-soft">Go to</span>}>
            {places.map(([letter, name, href]) => (
              <Command.Item key={href} value={href} onSelect={() => onGo(href)} className={ROW}>
                <span>{name}</span>
                <span className="text-sm">g {letter}</span>
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
  );
}
