/** A car that comes back has no order yet: as a job of the week it goes by the first letters of its own id. */
const LETTERS = 30;
const BEFORE = 'back ';

export const comeBackJobId = (vehicleId: string) => `${BEFORE}${vehicleId.slice(0, LETTERS)}`;

/** The first letters of the vehicle's id that such a job goes by; null where the job is another. */
export const comeBackVehicle = (jobId: string) =>
  jobId.startsWith(BEFORE) ? jobId.slice(BEFORE.length) : null;
