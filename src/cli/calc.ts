import { readFileSync } from 'node:fs';
import { answerLine } from '../core/calc';

const lines = readFileSync(0, 'utf8').split('\n');
const answers = lines.filter((line) => line.trim() !== '').map((line) => JSON.stringify(answerLine(line)));
if (answers.length) process.stdout.write(`${answers.join('\n')}\n`);
