'use client';

import { type SignedFor, forJob } from '@/core/practice/alone';
import { SKILLS, SKILL_WORDS } from '@/core/practice/skills';
import { CommandDialog } from '@/features/transport/command-dialog';
import { DayField } from '@/ui/day-field';
import { SelectField } from '@/ui/select';
import { PinFields, type PinPerson, noPin } from '@/ui/pin-fields';

/** A lead's word that somebody may do something alone, for as long as it is to hold. */
export function SignSkill({
  personId,
  name,
  leads,
  jobs,
}: {
  personId: string;
  name: string;
  leads: PinPerson[];
  jobs: readonly { id: string; title: string }[];
}) {
  return (
    <CommandDialog
      command="skill.sign"
      about={personId}
      opens="Sign off"
      title={`Sign ${name} off`}
      intro="Worked beside somebody and seen to be safe: that is what is signed. It is kept in the shop’s record."
      start={{ ...noPin(leads), skill: 'springs' as SignedFor, untilDay: '' }}
      input={({ personId: leadId, pin, skill, untilDay }) => ({
        personId,
        leadId,
        pin,
        skill,
        untilDay: untilDay || null,
      })}
    >
      <SelectField
        name="skill"
        label="For"
        options={[
          ...SKILLS.map((skill) => [skill, `every step with ${SKILL_WORDS[skill]}`] as const),
          ...jobs.map(({ id, title }) => [forJob(id), `the job: ${title}`] as const),
        ]}
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
  of,
  name,
  leads,
}: {
  personId: string;
  skill: SignedFor;
  /** What it is for, in words. */
  of: string;
  name: string;
  leads: PinPerson[];
}) {
  return (
    <CommandDialog
      command="skill.end"
      about={`${personId} ${skill}`}
      opens="End"
      button={{ weight: 'plain' }}
      title={`${name}: ${of}`}
      intro="From now on the bay asks who stands beside them at it."
      start={noPin(leads)}
      input={({ personId: leadId, pin }) => ({ personId, skill, leadId, pin })}
    >
      <PinFields people={leads} action="End it" />
    </CommandDialog>
  );
}
