import 'server-only';
import type { Channel } from '@/core/follow-up/message-kinds';
import type { Db } from '../database';
import { standInsNow } from '../devices/chosen';
import { type Gateway, standInGateway } from './gateway';
import { smtpGateway, smtpSettings } from './smtp';

/** What carries each channel out of the shop; null where nothing does, and somebody hands it on. */
export type Carriers = Record<Channel, Gateway | null>;

/** A stand-in that was chosen takes everything, so that a demo reaches nobody; else mail goes by the shop's mail server. */
export async function carriersNow(tx: Db): Promise<Carriers> {
  const { gateway } = await standInsNow(tx);
  if (gateway.chosen) return { text: inOrder(gateway.working), mail: inOrder(gateway.working) };
  const smtp = smtpSettings();
  return { text: null, mail: smtp && smtpGateway(smtp) };
}

const inOrder = (working: boolean): Gateway =>
  working
    ? standInGateway
    : {
        ...standInGateway,
        take: () => Promise.reject(new Error('The message gateway does not answer.')),
      };

/**
 * Which way a customer is reached: the way that something carries, a text before mail; else the way somebody hands it on
 * by; null where no address is kept.
 */
export function channelFor(
  { phone, email }: { phone: string; email: string },
  carriers: Carriers,
): Channel | null {
  const kept = [phone.trim() && 'text', email.trim() && 'mail'].filter(Boolean) as Channel[];
  return kept.find((channel) => carriers[channel]) ?? kept[0] ?? null;
}
