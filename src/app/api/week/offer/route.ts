import { now } from '@/server/clock';
import { db } from '@/server/database';
import { actorOrAnswer, answerErrors, json } from '@/server/http';
import { weekOffer } from '@/server/week/offer';

const DAY = /^\d{4}-\d\d-\d\d$/;
/** Minutes that one job can be: longer ones are several. */
const MOST_MINUTES = 6000;

/** The earliest day that can be promised, for an open order or for so many minutes of work, and how surely a wished day holds. */
export async function GET(request: Request) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const asked = new URL(request.url).searchParams;
  const [orderId, wish] = [asked.get('order'), asked.get('wish') || null];
  const minutes = Number(asked.get('minutes') ?? 0);
  if (wish !== null && (!DAY.test(wish) || Number.isNaN(Date.parse(wish))))
    return answerErrors(400, [
      { field: 'wish', code: 'day', message: 'Choose the day as one of the calendar.' },
    ]);
  if (!orderId && !(minutes >= 1 && minutes <= MOST_MINUTES))
    return answerErrors(400, [
      { field: 'minutes', code: 'bad-value', message: 'Write the hours as a number.' },
    ]);
  const offer = await weekOffer(db(), now(), { orderId, minutes, wish });
  if (!offer) return answerErrors(404, [{ field: 'order', code: 'gone', message: 'No such order is open.' }]);
  return json(200, { ok: true, answer: offer });
}
