import 'server-only';
import { createServer } from 'node:http';
import { Counter, Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';
import { countWith } from './counting';
import { listening } from '../live/changes';
import { log } from './log';
import { standing } from './standing';

const held = globalThis as typeof globalThis & { wrenchwiseMetrics?: Registry };
const SECONDS = [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10];

/** What is counted here since this process began, and what stands in the shop as it is asked. */
export function startMetrics(): Registry {
  if (held.wrenchwiseMetrics) return held.wrenchwiseMetrics;
  const registry = new Registry();
  held.wrenchwiseMetrics = registry;
  const registers = [registry];
  collectDefaultMetrics({ register: registry });
  const requests = new Histogram({
    name: 'wrenchwise_request_seconds',
    help: 'Requests answered, by area, method and status.',
    labelNames: ['area', 'method', 'status'] as const,
    buckets: SECONDS,
    registers,
  });
  const commands = new Histogram({
    name: 'wrenchwise_command_seconds',
    help: 'Commands given, by name, and whether they were taken, refused or failed.',
    labelNames: ['name', 'outcome'] as const,
    buckets: SECONDS,
    registers,
  });
  const waits = new Histogram({
    name: 'wrenchwise_database_wait_seconds',
    help: 'Waited for a connection to the database.',
    buckets: SECONDS,
    registers,
  });
  const rounds = new Counter({
    name: 'wrenchwise_metrics_failed_total',
    help: 'Readings that failed.',
    registers,
  });
  countWith({
    request: (area, method, status, seconds) =>
      requests.observe({ area, method, status: String(status) }, seconds),
    command: (name, outcome, seconds) => commands.observe({ name, outcome }, seconds),
    wait: (seconds) => waits.observe(seconds),
  });
  new Gauge({
    name: 'wrenchwise_listeners',
    help: 'Pages that listen for changes here.',
    registers,
    collect() {
      this.set(listening());
    },
  });
  const shop = new Gauge({
    name: 'wrenchwise_shop',
    help: 'What stands in the shop: entries, chains, messages waiting, ages in seconds.',
    labelNames: ['what'] as const,
    registers,
    async collect() {
      try {
        for (const [what, value] of Object.entries(await standing()))
          if (value !== null) shop.set({ what }, value);
      } catch {
        rounds.inc();
      }
    },
  });
  return registry;
}

/** Answers a collector on this machine alone, at a port of its own. */
export function openMetricsDoor(port: number): void {
  const registry = startMetrics();
  const door = createServer((_, response) => {
    void registry.metrics().then(
      (text) => response.writeHead(200, { 'Content-Type': registry.contentType }).end(text),
      () => response.writeHead(500).end(),
    );
  });
  door.on('error', (err) => log().warn({ err, port }, 'the door for metrics did not open'));
  door.listen(port, '127.0.0.1', () => log().info({ port }, 'metrics are read on this machine'));
  door.unref();
}
