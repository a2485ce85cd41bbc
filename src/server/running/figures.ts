import 'server-only';
import type { Registry } from 'prom-client';
import { startMetrics } from './metrics';

/** How often something happened here since the process began, and how long nine in ten took at most. */
export interface Counted {
  name: string;
  count: number;
  /** Seconds, the top of the step of the count in which the nine tenths fall; null above the last. */
  nineInTen: number | null;
}

interface Bucket {
  labels: Record<string, string | number>;
  metricName?: string;
  value: number;
}

/** The top of the step below which nine in ten of a histogram's values lie. */
export function nineInTenOf(
  buckets: readonly { most: number; upTo: number }[],
  count: number,
): number | null {
  const found = [...buckets]
    .sort((one, other) => one.upTo - other.upTo)
    .find(({ most }) => most >= count * 0.9);
  return found && Number.isFinite(found.upTo) ? found.upTo : null;
}

async function countedBy(registry: Registry, metric: string, label: string): Promise<Counted[]> {
  const { values } = (await registry.getSingleMetric(metric)!.get()) as unknown as { values: Bucket[] };
  const groups = new Map<string, { count: number; buckets: Map<number, number> }>();
  for (const { labels, metricName, value } of values) {
    const name = String(labels[label] ?? '');
    const group = groups.get(name) ?? { count: 0, buckets: new Map<number, number>() };
    if (metricName?.endsWith('_count')) group.count += value;
    if (metricName?.endsWith('_bucket')) {
      const upTo = labels.le === '+Inf' ? Infinity : Number(labels.le);
      group.buckets.set(upTo, (group.buckets.get(upTo) ?? 0) + value);
    }
    groups.set(name, group);
  }
  return [...groups]
    .filter(([, { count }]) => count > 0)
    .map(([name, { count, buckets }]) => ({
      name,
      count,
      nineInTen: nineInTenOf(
        [...buckets].map(([upTo, most]) => ({ upTo, most })),
        count,
      ),
    }))
    .sort((one, other) => other.count - one.count);
}

/** What this process has answered since it began. */
export async function figuresHere() {
  const registry = startMetrics();
  const [areas, commands, outcomes, waits] = await Promise.all([
    countedBy(registry, 'wrenchwise_request_seconds', 'area'),
    countedBy(registry, 'wrenchwise_command_seconds', 'name'),
    countedBy(registry, 'wrenchwise_command_seconds', 'outcome'),
    countedBy(registry, 'wrenchwise_database_wait_seconds', ''),
  ]);
  return {
    upSeconds: Math.round(process.uptime()),
    memoryMb: Math.round(process.memoryUsage().rss / 1024 / 1024),
    areas,
    commands,
    outcomes,
    waits: waits[0] ?? null,
  };
}
