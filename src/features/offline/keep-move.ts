/** What keeps a move on the device: its check and what it makes of the record. It comes when the first one is kept. */
export { checkInput } from '@/contracts/check';
export { predictEntries } from './predict';
