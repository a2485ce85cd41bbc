'use client';

import type { BesideAsked } from '@/core/practice/alone';
import { SKILL_WORDS } from '@/core/practice/skills';
import { Button } from '@/ui/button';

/** Whoever is not signed off for a step does it beside somebody who is: who that is, is said here and stands in the record. */
export function SkillNote({
  name,
  seconds,
  beside,
  onBeside,
}: {
  name: string;
  seconds: readonly BesideAsked[];
  beside: readonly string[];
  onBeside: (beside: string[]) => void;
}) {
  return (
    <div
      className="caution mt-3 max-w-3xl px-4 py-3 text-xl leading-snug font-medium"
      data-testid="skill-note"
    >
      {seconds.map(({ kind, who }) => (
        <fieldset key={kind} className="mt-1 first:mt-0">
          <legend>
            {name} is not signed off for {SKILL_WORDS[kind]}.{' '}
            {who.length ? 'Who stands beside you?' : 'Nobody here is: a lead signs somebody off first.'}
          </legend>
          <span className="mt-2 flex flex-wrap gap-2">
            {who.map(({ id, name: second }) => (
              <Button
                key={id}
                size="tall"
                className="aria-pressed:bg-ink aria-pressed:text-paper"
                aria-pressed={beside.includes(id)}
                onClick={() =>
                  onBeside(beside.includes(id) ? beside.filter((one) => one !== id) : [...beside, id])
                }
              >
                {second}
              </Button>
            ))}
          </span>
        </fieldset>
      ))}
    </div>
  );
}
