const DEVICE_SEQ = 'wl-device-seq';

/** The device's own running number for what it records. */
export function nextDeviceSeq(): number {
  const next = Number(localStorage.getItem(DEVICE_SEQ) ?? 0) + 1;
  localStorage.setItem(DEVICE_SEQ, String(next));
  return next;
}

/** The number of the last thing this device recorded, or queued. */
export const lastDeviceSeq = (): number => Number(localStorage.getItem(DEVICE_SEQ) ?? 0);

export const newId = (): string => crypto.randomUUID();
