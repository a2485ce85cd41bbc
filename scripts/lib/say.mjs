/** What the start and test scripts print: stages, and one clear sentence when something is in the way. */

let stage = 0;
let stages = 0;

export function plan(count) {
  stage = 0;
  stages = count;
}

export function say(text) {
  stage += 1;
  console.log(`[${stage}/${stages}] ${text}`);
}

export function detail(text) {
  console.log(`      ${text}`);
}

/** Something a person can put right: said in one sentence, without a stack. */
export class InTheWay extends Error {}

/** Turns what a program printed when it failed into the sentence a person needs. */
export function sentenceFor(what, output) {
  if (/ENOSPC|No space left|disk full|errno: 28/i.test(output)) {
    return `The disk is full: free some space and start again. ${what} did not finish; nothing recorded is lost.`;
  }
  if (/Could not open lock file|are you root|Permission denied|requires superuser|EACCES/i.test(output)) {
    return `${what} needs a right this account does not have: ask an administrator, or run it as one.`;
  }
  if (/ENOTFOUND|EAI_AGAIN|ECONNREFUSED|Temporary failure resolving|Could not resolve/i.test(output)) {
    return `${what} could not reach its registry: check the network and start again.`;
  }
  const lines = output.trim().split('\n').filter(Boolean);
  // A program that threw says why above its stack; a record that does not hold is named among how far the walk was.
  const thrown = lines.findLast((line) => /^(?:(?:[A-Z]\w*)?Error|BROKEN): /.test(line));
  const last = thrown ?? lines.slice(-3).join(' | ');
  return `${what} failed: ${last || 'it said nothing'}`;
}
