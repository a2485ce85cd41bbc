import { readFileSync } from 'node:fs';
import path from 'node:path';

const root = path.join(__dirname, '..', '..');
const { dependencies } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as {
  dependencies: Record<string, string>;
};
const notices = readFileSync(path.join(root, 'public', 'notices.txt'), 'utf8');

test.each(Object.entries(dependencies))(
  'the notice of %s ships at the version that is used (npm run notices writes them anew)',
  (name, version) => expect(notices).toContain(` - ${name}@${version}\n`),
);
