'use client';

import { type AskedOf, whoBeside } from '@/core/practice/alone';
import { SKILL_WORDS, type Skill } from '@/core/practice/skills';
import { Button } from '@/ui/button';
import type { BayProps } from './bay-props';

/** Whoever is not signed off for a step does it beside somebody who is: who that is, is said here and stands in the record. */
export function SkillNote({
  missing,
  job,
  viewer,
  alone,
  beside,
  onBeside,
}: Pick<BayProps, 'viewer' | 'alone'> &
  Pick<AskedOf, 'job'> & {
    missing: readonly Skill[];
    beside: readonly string[];
    onBeside: (beside: string[]) => void;
  }) {
  return (
    <div
      className="caution mt-3 max-w-3xl px-4 py-3 text-xl leading-snug font-medium"
      data-testid="skill-note"
    >
      {missing.map((kind) => {
        const who = whoBeside(kind, job, alone).filter(({ id }) => id !== viewer.id);
        return (
          <fieldset key={kind} className="mt-1 first:mt-0">
            <legend>
              {viewer.name} is not signed off for {SKILL_WORDS[kind]}.{' '}
              {who.length ? 'Who stands beside you?' : 'Nobody here is: a lead signs somebody off first.'}
            </legend>
            <span className="mt-2 flex flex-wrap gap-2">
              {who.map(({ id, name }) => (
                <Button
                  key={id}
                  size="tall"
                  className="aria-pressed:bg-ink aria-pressed:text-paper"
                  aria-pressed={beside.includes(id)}
                  onClick={() =>
                    onBeside(beside.includes(id) ? beside.filter((one) => one !== id) : [...beside, id])
                  }
                >
                  {name}
                </Button>
              ))}
            </span>
          </fieldset>
        );
      })}
    </div>
  );
}
