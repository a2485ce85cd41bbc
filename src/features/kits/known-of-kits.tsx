import { Link } from '@/ui/link';
import type { TapeUnit } from '@/core/calc/tape.parse';
import type { KitLine } from '@/server/queries/kit-ledger';
import { describeClaim, describeLift } from './kit-words';

/** What the shop knows of the kits a plan fits, where it is planned. */
export function KnownOfKits({ kits, unit }: { kits: KitLine[]; unit: TapeUnit }) {
  if (!kits.length) return null;
  return (
    <section className="mt-6">
      <h2 className="border-b border-ink pb-1">
        What we know about {kits.length === 1 ? 'this kit' : 'these kits'}
      </h2>
      <ul>
        {kits.map((kit) => (
          <li key={kit.id} className="border-b border-rule py-2">
            <Link href={`/kits/${kit.id}`} className="font-semibold">
              {kit.name}
            </Link>
            {kit.lifts.map((summary) => (
              <span key={summary.end} className="block">
                {describeLift(summary, unit)}: <strong>{describeClaim(summary.ratio)}</strong>
              </span>
            ))}
            {kit.jobs === 0 && <span className="block text-soft">not finished on any car here yet</span>}
            {(kit.moved > 0 || kit.fouls > 0) && (
              <span className="block">
                {kit.moved} {kit.moved === 1 ? 'fastener' : 'fasteners'} found moved, {kit.fouls}{' '}
                {kit.fouls === 1 ? 'foul' : 'fouls'} found
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
