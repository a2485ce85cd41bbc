/** Is this a day that the calendar has, as it is kept: `YYYY-MM-DD`? */
export function isDay(text: string): boolean {
  const day = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(day.getTime()) && day.toISOString().slice(0, 10) === text;
}
