import type { KnownCar } from '@/server/queries/cars';

async function ask(question: Record<string, string>, signal?: AbortSignal): Promise<KnownCar[]> {
  const response = await fetch(`/api/find/cars?${new URLSearchParams(question)}`, { signal });
  const body = (await response.json()) as { ok: boolean; answer: { cars: KnownCar[] } };
  return body.ok ? body.answer.cars : [];
}

/** Cars the letters find: by plate, name or customer. */
export const findCars = (letters: string, signal: AbortSignal) => ask({ q: letters }, signal);

/** The car of just this plate, and the cars of whoever has just this telephone, however either is written. */
export const carsOfPlate = (plate: string, signal: AbortSignal) => ask({ plate }, signal);
export const carsOfPhone = (phone: string, signal: AbortSignal) => ask({ phone }, signal);

export const carWords = (car: KnownCar) => `${car.label} · ${car.plate} · ${car.customer}`;
