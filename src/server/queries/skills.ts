import 'server-only';
import { OLD_WORDS, SKILLS, type Skill, type SkillSign, holds } from '@/core/practice/skills';
import type { Db } from '../database';
import type { Row } from '../tables';

/** Every sign-off that is on record, those that ran out too. */
export async function skillSigns(tx: Db): Promise<(SkillSign & { leadId: string; signedAt: string })[]> {
  const rows = await tx.rows<
    Row<'person_skill', 'person_id' | 'skill' | 'lead_id' | 'signed_at'> & { until_day: string | null }
  >(
    `SELECT person_id, skill, lead_id, signed_at, DATE_FORMAT(until_day, '%Y-%m-%d') AS until_day FROM person_skill`,
  );
  return rows.map((row) => ({
    personId: row.person_id,
    skill: row.skill,
    untilDay: row.until_day,
    leadId: row.lead_id,
    signedAt: row.signed_at.toISOString(),
  }));
}

export interface MayAlone {
  personId: string;
  name: string;
  skill: Skill;
}

/** Who may do what alone today: signed off and not run out, and what a shop's words of before carry over. */
export async function whoMayAlone(tx: Db, today: string): Promise<MayAlone[]> {
  const [signs, people] = await Promise.all([
    skillSigns(tx),
    tx.rows<Row<'person', 'id' | 'name'> & { skills: string[] }>(
      'SELECT id, name, skills FROM person WHERE active ORDER BY name',
    ),
  ]);
  return people.flatMap(({ id, name, skills }) => {
    const own = signs.filter((sign) => sign.personId === id && holds(sign, today)).map(({ skill }) => skill);
    const carried = skills.flatMap((word) => OLD_WORDS[word] ?? []);
    return SKILLS.filter((skill) => own.includes(skill) || carried.includes(skill)).map((skill) => ({
      personId: id,
      name,
      skill,
    }));
  });
}
