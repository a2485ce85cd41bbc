import type { DemoDriver } from './driver';

/** What hangs on the demo shop's tool boards. The pitman puller and its large socket are lent out. */
const SOCKETS: Record<string, string[]> = {
  '3/8': ['12 mm', '13 mm', '14 mm', '15 mm', '16 mm', '17 mm', '10 mm'],
  '1/2': ['18 mm', '19 mm', '21 mm', '22 mm', '24 mm', '3/4', '15/16', '1-1/8'],
  '3/4': ['30 mm'],
};
const SIZED: [string, string, string | null][] = [
  ['deep socket', '7/8', '1/2'],
  ['deep socket', '19 mm', '1/2'],
  ['deep socket', '9/16', '3/8'],
  ['crowfoot', '22 mm', '1/2'],
  ['crowfoot', '36 mm', '1/2'],
  ['flare crowfoot', '11 mm', '3/8'],
  ['flare wrench', '11 mm', null],
  ['open wrench', '17 mm', null],
  ['open wrench', '22 mm', null],
  ['open wrench', '11/16', null],
  ['wrench', '17 mm', null],
  ['wrench', '22 mm', null],
  ['hex key', '5 mm', null],
  ['hex key', '6 mm', null],
  ['hex key', '8 mm', null],
  ['insulated wrench', '13 mm', null],
];
const KINDS = [
  'angle gauge',
  'breaker bar',
  'bush press',
  'caliper',
  'chalk line',
  'collar wrench',
  'corner scales',
  'cutting wheel',
  'die grinder',
  'drift',
  'drill',
  'file',
  'floor jack',
  'hack saw',
  'heat gun',
  'joint puller',
  'pack clamp',
  'paint pen',
  'panel saw',
  'pliers',
  'plumb bob',
  'pole jack',
  'press',
  'pry bar',
  'reamer',
  'small jack',
  'spring compressor',
  'internal spring compressor',
  'stands',
  'steel tape',
  'straight-edge',
  'strap',
  'strap winch',
  'tall stand',
  'transmission jack',
  'trim fork',
  'trim lever',
  'two-post lift',
  'vise',
  'wheel chocks',
  'wire brush',
];

export async function stockTools(shop: DemoDriver): Promise<void> {
  const add = (kind: string, size: string | null, drive: string | null) =>
    shop.act('Odalys', 'tool.add', { kind, size, drive }, 0);
  for (const [drive, sizes] of Object.entries(SOCKETS))
    for (const size of sizes) await add('socket', size, drive);
  for (const [kind, size, drive] of SIZED) await add(kind, size, drive);
  for (const kind of KINDS) await add(kind, null, null);
}
