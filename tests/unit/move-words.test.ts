import { describeQueued, describeWaiting } from '@/contracts/queued';
import { OFFLINE_COMMANDS } from '@/contracts/offline-names';
import { placedName } from '@/core/procedure/engine';
import { bothEndsRun } from '../support/library';

const document = bothEndsRun();
const told = (name: string, input: Record<string, unknown>) => describeQueued({ name, input }, document);

test('every move a tablet may keep has words of its own', () => {
  const words = OFFLINE_COMMANDS.map(describeWaiting);
  expect(new Set(words).size).toBe(OFFLINE_COMMANDS.length);
  for (const [at, name] of OFFLINE_COMMANDS.entries()) expect(words[at]).not.toBe(name);
});

test('a move is told by its fastener, else its step, else where the car goes, else what was typed', () => {
  const [fastener] = document.fasteners;
  const [step] = document.steps;
  const both = { fastenerId: fastener!.id, stepId: step!.id, note: 'said' };
  expect(told('torque.record', both)).toBe(`A torque: ${placedName(fastener!)}`);
  expect(told('step.done', { stepId: step!.id, note: 'said' })).toBe(`A step done: ${step!.do}`);
  expect(told('support.set', { ends: ['front'], to: 'on-wheels' })).toBe('Raised or lowered: on its wheels');
  expect(told('finding.record', { area: 'rear', text: 'A bush is cracked' })).toBe(
    'Something found: A bush is cracked',
  );
});

test('what the job does not know is told by its kind alone', () => {
  expect(told('step.done', { stepId: 'gone' })).toBe('A step done');
  expect(told('torque.record', { fastenerId: 'gone', note: '' })).toBe('A torque');
  expect(describeQueued({ name: 'step.done', input: { stepId: document.steps[0]!.id } }, null)).toBe(
    'A step done',
  );
});
