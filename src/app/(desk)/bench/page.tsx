import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { BENCH_GROUPS, BENCH_TOOLS } from '@/core/calc/bench';

export const metadata: Metadata = { title: 'Bench math' };

export default function BenchPage() {
  return (
    <>
      <h1 className="pb-3">Bench math</h1>
      <div className="gap-x-10 sm:columns-2 lg:columns-3">
        {BENCH_GROUPS.map((group) => (
          <section key={group} className="mb-7 break-inside-avoid">
            <h2 className="border-b border-ink pb-1">{group}</h2>
            <ul>
              {BENCH_TOOLS.filter((tool) => tool.group === group).map((tool) => (
                <li key={tool.name} className="border-b border-rule">
                  <Link
                    href={`/bench/${tool.name}`}
                    className="flex min-h-12 items-center font-head text-lg no-underline hover:bg-hair"
                  >
                    {tool.title}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}
