import { capital, sentence } from '@/core/wording';

test.each([
  ['left front', 'Left front'],
  ['özel', 'Özel'],
  ['4 bolts', '4 bolts'],
  ['Already so', 'Already so'],
  ['', ''],
])('%j begins a line as %j', (text, begun) => expect(capital(text)).toBe(begun));

test.each([
  ['the nut is round', 'the nut is round.'],
  ['Done.', 'Done.'],
  ['Was it 541?', 'Was it 541?'],
  ['Stop!', 'Stop!'],
  ['and so on…', 'and so on…'],
])('%j is written as %j', (text, written) => expect(sentence(text)).toBe(written));
