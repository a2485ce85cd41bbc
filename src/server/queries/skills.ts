import 'server-only';
import { type Alone, type MayAlone, type SignedFor, type SkillSign, standOf } from '@/core/practice/alone';
import { OLD_WORDS, SKILLS } from '@/core/practice/skills';
import { holdsRole, type Role } from '@/core/ledger/roles';
import { shopDay } from '@/core/units/shop-time';
import type { Db } from '../database';
import type { Row } from '../tables';
import { readShop } from './shop';

export type SignOnRecord = SkillSign & { leadId: string };

/** Every sign-off that is on record, those that hold no more too, with the day each was last put to use. */
export async function skillSigns(tx: Db, timeZone: string): Promise<SignOnRecord[]> {
  const rows = await tx.rows<
    Row<'person_skill', 'person_id' | 'skill' | 'lead_id' | 'signed_at'> & {
      until_day: string | null;
      last_at: Date | null;
    }
  >(
    `SELECT person_id, skill, lead_id, signed_at, DATE_FORMAT(until_day, '%Y-%m-%d') AS until_day,
            (SELECT MAX(last_at) FROM skill_worked worked
              WHERE worked.person_id = person_skill.person_id AND worked.skill = person_skill.skill) AS last_at
       FROM person_skill`,
  );
  return rows.map((row) => ({
    personId: row.person_id,
    skill: row.skill as SignedFor,
    signedDay: shopDay(row.signed_at, timeZone),
    untilDay: row.until_day,
    lastWorked: row.last_at && shopDay(row.last_at, timeZone),
    leadId: row.lead_id,
  }));
}

/** Who may do what alone at a moment: signed off, not run out, put to use; and what a shop’s words of before carry over. */
export async function whoMayAlone(tx: Db, at: Date): Promise<Alone> {
  const { timeZone } = await readShop(tx);
  const today = shopDay(at, timeZone);
  const [signs, people] = await Promise.all([
    skillSigns(tx, timeZone),
    tx.rows<Row<'person', 'id' | 'name'> & { skills: string[]; roles: Role[] }>(
      'SELECT id, name, skills, roles FROM person WHERE active ORDER BY name',
    ),
  ]);
  const may = people.flatMap(({ id, name, skills }): MayAlone[] => {
    const own = signs
      .filter((sign) => sign.personId === id && standOf(sign, today) === 'holds')
      .map(({ skill }) => skill);
    const carried: SignedFor[] = skills.flatMap((word) => OLD_WORDS[word] ?? []);
    const inOrder = [...SKILLS, ...own].filter((skill) => own.includes(skill) || carried.includes(skill));
    return [...new Set(inOrder)].map((skill) => ({ personId: id, name, skill }));
  });
  return {
    asked: [...new Set([...signs, ...may].map(({ skill }) => skill))].sort(),
    may,
    leads: people.filter(({ roles }) => holdsRole(roles, ['lead'])).map(({ id, name }) => ({ id, name })),
  };
}

export interface SkillWorked {
  personId: string;
  skill: SignedFor;
  /** Steps done alone, and beside somebody who may. */
  alone: number;
  beside: number;
  lastAt: string;
}

/** What everybody has done of what can be signed off, by the record. */
export async function skillsWorked(tx: Db): Promise<SkillWorked[]> {
  const rows = await tx.rows<
    Row<'skill_worked', 'person_id' | 'skill'> & { alone: string; beside: string; last_at: Date }
  >(
    `SELECT person_id, skill, SUM(alone) AS alone, SUM(beside) AS beside, MAX(last_at) AS last_at
       FROM skill_worked GROUP BY person_id, skill ORDER BY person_id, skill`,
  );
  return rows.map((row) => ({
    personId: row.person_id,
    skill: row.skill as SignedFor,
    alone: Number(row.alone),
    beside: Number(row.beside),
    lastAt: row.last_at.toISOString(),
  }));
}
