import { Link } from '@/ui/link';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { calculators } from '@/core/calc';
import { BENCH_TOOLS } from '@/core/calc/bench';
import { inputOf } from '@/core/calc/describe';
import { BenchFrame } from '@/features/bench/bench-frame';

export async function generateMetadata({ params }: { params: Promise<{ name: string }> }): Promise<Metadata> {
  const { name } = await params;
  return { title: BENCH_TOOLS.find((one) => one.name === name)?.title ?? 'Not here' };
}

export default async function BenchToolRoute({ params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  const tool = BENCH_TOOLS.find((one) => one.name === name);
  const definition = calculators.get(name);
  if (!tool || !definition) notFound();
  return (
    <>
      <p className="font-head text-lg">
        <Link href="/bench" className="underline">
          Bench math
        </Link>{' '}
        · {tool.group}
      </p>
      <h1 className="pb-4">{tool.title}</h1>
      <BenchFrame
        tool={tool}
        shape={inputOf(name)}
        summary={definition.summary}
        principle={definition.principle}
      />
    </>
  );
}
