'use client';

import { SKILLS, SKILL_WORDS, type Skill } from '@/core/practice/skills';
import { CommandDialog } from '@/features/transport/command-dialog';
import { ChoiceField } from '@/ui/choice';
import { DayField } from '@/ui/day-field';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';

/** A lead's word that somebody may do something alone, for as long as it is to hold. */
export function SignSkill({ personId, name, leads }: { personId: string; name: string; leads: PinPerson[] }) {
  return (
    <CommandDialog
      command="skill.sign"
      about={personId}
      opens="Sign off"
      title={`Sign ${name} off`}
      intro="Worked beside somebody and seen to be safe: that is what is signed. It is kept in the shop’s record."
      start={{ ...noPin(leads), skill: 'springs' as Skill, untilDay: '' }}
      input={({ personId: leadId, pin, skill, untilDay }) => ({
        personId,
        leadId,
        pin,
        skill,
        untilDay: untilDay || null,
      })}
    >
      <ChoiceField
        name="skill"
        label="For"
        className="flex flex-wrap gap-2"
        itemClassName="min-h-11 px-3"
        options={SKILLS.map((skill) => [skill, SKILL_WORDS[skill]] as const)}
      />
      <DayField name="untilDay" label="It holds until, or as long as nobody ends it" />
      <PinFields people={leads} action="Sign it" />
    </CommandDialog>
  );
}

/** Takes a sign-off back. */
export function EndSkill({
  personId,
  skill,
  name,
  leads,
}: {
  personId: string;
  skill: Skill;
  name: string;
  leads: PinPerson[];
}) {
  return (
    <CommandDialog
      command="skill.end"
      about={`${personId} ${skill}`}
      opens="End"
      button={{ weight: 'plain' }}
      title={`${name}, ${SKILL_WORDS[skill]}`}
      intro="From now on it takes a second person."
      start={noPin(leads)}
      input={({ personId: leadId, pin }) => ({ personId, skill, leadId, pin })}
    >
      <PinFields people={leads} action="End it" />
    </CommandDialog>
  );
}
