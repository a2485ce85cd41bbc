import type { DemoJob } from './job';

/** Up to the reading on its wheels, then two holes tried: the third is left to whoever stands at the car. */
export async function shackleTries(job: DemoJob): Promise<DemoJob> {
  const { plan } = job;
  await job.intake();
  await job.heights('as came', plan.before);
  await job.planned();
  // Old and new on the bench, before anything is taken apart.
  await job.give('compare.record', {
    kind: 'shackle',
    end: 'rear',
    partId: null,
    pairs: [
      { id: 'bolt', old: '14.0 mm', fresh: '14.1 mm' },
      { id: 'width', old: '64 mm', fresh: '64.2 mm' },
      { id: 'holes', old: '105 mm', fresh: '148 mm' },
    ],
  });
  await job.agreed();
  await job.started();
  await job.clockOn();
  const { document } = await job.state();
  const reading = document!.steps.find((step) => step.id.endsWith('/height-b'))!;
  await job.work({ step: reading.id });
  const tried = (set: number, readings: string[]) =>
    job.give('try.record', { stepId: reading.id, set, readings, lengths: 'in' }, 6);
  await tried(1, ['22 3/16', '22 1/8']);
  await job.give('support.set', { ends: ['rear'], to: 'raised' }, 9);
  await job.give('support.set', { ends: ['rear'], to: 'on-wheels' }, 9);
  await tried(2, ['22 7/16', '22 7/16']);
  await job.clockOff('day end');
  return job;
}
