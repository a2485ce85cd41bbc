import { jobOfSign } from '@/core/practice/alone';
import type { PinPerson } from '@/ui/pin-fields';
import { EndSkill, SignSkill } from './sign-skill';
import type { SkillLine } from './skill-lines';

function Line({
  line,
  personId,
  person,
  leads,
}: {
  line: SkillLine;
  personId: string;
  person: string;
  leads: PinPerson[] | null;
}) {
  return (
    <li data-skill={line.skill} className="flex items-start justify-between gap-x-3">
      <span>
        <span className="font-semibold">{line.name}</span>:{' '}
        <span className={line.holds ? 'font-semibold' : 'text-soft'}>{line.state}</span>
        {line.facts.map((fact) => (
          <span key={fact} className="block text-soft">
            {fact}
          </span>
        ))}
      </span>
      {leads && line.signed && (
        <EndSkill personId={personId} skill={line.skill} of={line.name} leads={leads} name={person} />
      )}
    </li>
  );
}

/** One of the crew: each kind of step, the jobs they worked on, and a lead’s word on either. */
export function PersonSkills({
  person,
  lines,
  judges,
}: {
  person: { id: string; name: string };
  lines: readonly SkillLine[];
  /** For a lead: whose PIN signs, and the jobs there are. */
  judges: { leads: PinPerson[]; jobs: { id: string; title: string }[] } | null;
}) {
  const jobs = lines.filter(({ skill }) => jobOfSign(skill) !== null);
  const own = { personId: person.id, person: person.name, leads: judges?.leads ?? null };
  return (
    <li
      data-person={person.name}
      className="grid items-start justify-items-start gap-x-8 gap-y-2 border-b border-rule py-4 lg:grid-cols-[9rem_minmax(0,1fr)_auto]"
    >
      <h2 className="text-xl">{person.name}</h2>
      <div>
        <ul aria-label="By kind of step" className="grid gap-x-8 gap-y-2 sm:grid-cols-2 xl:grid-cols-3">
          {lines.map(
            (line) => jobOfSign(line.skill) === null && <Line key={line.skill} line={line} {...own} />,
          )}
        </ul>
        {jobs.length > 0 && (
          <ul
            aria-label="By job"
            className="mt-3 grid gap-x-8 gap-y-2 border-t border-rule pt-3 sm:grid-cols-2 xl:grid-cols-3"
          >
            {jobs.map((line) => (
              <Line key={line.skill} line={line} {...own} />
            ))}
          </ul>
        )}
      </div>
      {judges && (
        <SignSkill personId={person.id} name={person.name} leads={judges.leads} jobs={judges.jobs} />
      )}
    </li>
  );
}
