/** A DATE column as a plain day, `YYYY-MM-DD`: the driver hands it back as a moment, an import as text. */
export const dayText = (day: Date | string) =>
  typeof day === 'string' ? day : day.toISOString().slice(0, 10);
