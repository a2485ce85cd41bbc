import { sidePictures } from './after-stories';
import type { DemoJob } from './job';

/** Plays a job from the keys to the customer's signature. */
export async function toHandoff(
  job: DemoJob,
  caster: number,
  accepted: string | null,
  seed: number,
  more: (job: DemoJob) => Promise<unknown> = async () => undefined,
): Promise<void> {
  await job.intake();
  await job.heights('as came', job.plan.before);
  await sidePictures(job, 'before', seed);
  await (await (await job.planned()).agreed()).started();
  await job.clockOn();
  await job.work({ phase: 'align' });
  await job.heights('on wheels', job.plan.after);
  await job.work({ phase: 'road' });
  await job.aligned(caster, 0.06, accepted);
  await job.driven(7);
  await job.work({});
  await job.photos(seed);
  await more(job);
  await job.clockOff('done');
  await job.handedOver();
}
