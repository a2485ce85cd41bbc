'use client';

import { SKILL_WORDS, skillsMissing, skillsOfStep } from '@/core/practice/skills';
import type { Step } from '@/core/procedure/types';
import type { BayProps } from './bay-props';

/** Whoever is not signed off for a step does it beside somebody who is: who that may be, by name. */
export function SkillNote({ document, step, viewer, mayAlone }: BayProps & { step: Step }) {
  const missing = skillsMissing(skillsOfStep(document, step), mayAlone, viewer.id);
  if (!missing.length) return null;
  return (
    <div
      className="caution mt-3 max-w-3xl px-4 py-3 text-xl leading-snug font-medium"
      data-testid="skill-note"
    >
      {missing.map((skill) => (
        <p key={skill}>
          {viewer.name} is not signed off for {SKILL_WORDS[skill]}: a second person beside you, one of{' '}
          {mayAlone
            .filter((one) => one.skill === skill)
            .map(({ name }) => name)
            .join(', ')}
          .
        </p>
      ))}
    </div>
  );
}
