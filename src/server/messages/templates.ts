import 'server-only';
import type { Channel, MessageStage } from '@/core/follow-up/message-kinds';
import type { Db } from '../database';
import type { Row } from '../tables';

export const STAGE_TITLES: Record<MessageStage, string> = {
  soon: 'Nearly due',
  due: 'Due',
  overdue: 'Overdue',
  link: 'The customer’s page',
  corrected: 'After a correction',
  promise: 'A promise that changed',
};

/** The subject a mail goes out under. */
export const subjectOf = (stage: MessageStage, shop: string): string =>
  `${shop}: ${
    {
      soon: 'coming back soon',
      due: 'due now',
      overdue: 'overdue',
      link: 'your car’s page',
      corrected: 'a corrected record',
      promise: 'another time for your car',
    }[stage]
  }`;

/** What may stand between braces in a template. */
export const TEMPLATE_NAMES = ['shop', 'car', 'what', 'when', 'link', 'why', 'order'] as const;

/** Words until a shop writes its own. */
const FIRST_WORDS: Record<MessageStage, Record<Channel, string>> = {
  soon: {
    text: '{shop}: {what} on your {car} comes due {when}. Call us for a time.',
    mail: 'Good day,\n\n{what} on your {car} comes due {when}. It takes minutes, and it is what keeps the work tight. Call us for a time.\n\n{shop}',
  },
  due: {
    text: '{shop}: {what} on your {car} is due now. Please bring it in.',
    mail: 'Good day,\n\n{what} on your {car} is due now ({when}). Please bring it in.\n\n{shop}',
  },
  overdue: {
    text: '{shop}: {what} on your {car} is overdue ({when}). Drive gently and bring it in; call if it cannot come.',
    mail: 'Good day,\n\n{what} on your {car} is overdue ({when}). What has moved is found by this visit, and by nothing else. Drive gently and bring it in, or call us if it cannot come.\n\n{shop}',
  },
  link: {
    text: '{shop}: your {car}, order {order}: {link}',
    mail: 'Good day,\n\nthe page of your {car}, order {order}: {link}\n\nWhoever has this address sees the page: keep it to yourself.\n\n{shop}',
  },
  corrected: {
    text: '{shop}: the record of your {car} was corrected: {why} What you signed is kept; a new version lies with us for you.',
    mail: 'Good day,\n\nthe record of your {car}, order {order}, was corrected after you signed it: {why}\nWhat you signed is kept as it was; the corrected version lies beside it.\n\n{shop}',
  },
  promise: {
    text: '{shop}: {why}',
    mail: 'Good day,\n\n{why}\nCall us if that does not suit you.\n\n{shop}',
  },
};

export type Templates = Record<MessageStage, Record<Channel, string>>;

/** The shop's words for each message, its own where it wrote some. */
export async function readTemplates(tx: Db): Promise<Templates> {
  const rows = await tx.rows<Row<'message_template', 'stage' | 'channel' | 'words'>>(
    'SELECT stage, channel, words FROM message_template',
  );
  const templates = structuredClone(FIRST_WORDS);
  for (const row of rows) templates[row.stage][row.channel] = row.words;
  return templates;
}
