'use client';

import { useState } from 'react';
import type { Variant } from '@/core/procedure/types';
import { AreaField, TextField } from '@/ui/form';
import type { Draft } from './use-draft';

/** How this shop differs: which steps a way takes out, and what it puts in, as the file writes it. */
export function WaysEditor({
  draft: { draft, setDraft, everywhere },
  locked,
}: {
  draft: Draft;
  locked: boolean;
}) {
  const [unread, setUnread] = useState<Record<string, string>>({});
  const patch = (id: string, change: Partial<Variant>) =>
    setDraft({ ...draft, ways: draft.ways.map((way) => (way.id === id ? { ...way, ...change } : way)) });
  return (
    <fieldset disabled={locked} className="grid gap-6">
      {draft.ways.map((way) => {
        const count = everywhere.find((one) => one.way === way.title)?.count ?? 0;
        return (
          <section key={way.id} className="border-t border-ink pt-2" aria-label={way.title}>
            <div className="flex items-baseline justify-between gap-3">
              <h3>{way.title}</h3>
              <span className={count ? 'hatch-word px-2 font-semibold' : 'text-soft'}>
                {count ? `${count} problems with it` : 'clean with it'}
              </span>
            </div>
            <div className="mt-2 grid grid-cols-2 gap-3">
              <TextField
                name={`${way.id}.choice`}
                label="The choice it belongs to"
                value={way.choice}
                onChange={(event) => patch(way.id, { choice: event.target.value })}
              />
              <TextField
                name={`${way.id}.title`}
                label="Its name"
                value={way.title}
                onChange={(event) => patch(way.id, { title: event.target.value })}
              />
              <TextField
                className="col-span-2"
                name={`${way.id}.out`}
                label="Steps it takes out"
                defaultValue={way.out.join(', ')}
                onBlur={(event) =>
                  patch(way.id, {
                    out: event.target.value
                      .split(',')
                      .map((one) => one.trim())
                      .filter(Boolean),
                  })
                }
              />
              <AreaField
                className="col-span-2"
                rows={Math.min(14, 3 + way.in.length * 3)}
                name={`${way.id}.in`}
                label="Steps it puts in, each after which step"
                hint={unread[way.id]}
                defaultValue={JSON.stringify(way.in, null, 1)}
                onBlur={(event) => {
                  try {
                    patch(way.id, { in: JSON.parse(event.target.value) as Variant['in'] });
                    setUnread({ ...unread, [way.id]: '' });
                  } catch (error) {
                    setUnread({ ...unread, [way.id]: `Not taken over: ${(error as Error).message}` });
                  }
                }}
              />
            </div>
            <button
              type="button"
              className="btn mt-2"
              onClick={() => setDraft({ ...draft, ways: draft.ways.filter((one) => one.id !== way.id) })}
            >
              Take this way out
            </button>
          </section>
        );
      })}
      <button
        type="button"
        className="btn justify-self-start"
        onClick={() =>
          setDraft({
            ...draft,
            ways: [
              ...draft.ways,
              {
                id: `own-way-${draft.ways.length + 1}`,
                choice: 'our way',
                title: `Our way ${draft.ways.length + 1}`,
                out: [],
                in: [],
              },
            ],
          })
        }
      >
        Add a way
      </button>
    </fieldset>
  );
}
