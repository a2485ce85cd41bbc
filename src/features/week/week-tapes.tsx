'use client';

import { useRef } from 'react';
import type { WorkCalendar } from '@/core/schedule/calendar';
import type { PlacedPhase, WeekPlan, WeekProblem } from '@/core/schedule/types';
import { shortDay } from '@/core/units/shop-time';
import type { WeekJobFacts } from '@/server/week/week-file';
import { describeBecause, whenText } from './week-words';

const HEAD = 30;
const ROW = 58;
const LEFT = 118;
const WIDTH = 1180;

/**
 * The week as tapes pulled out: one for each place and one for what needs none, all on the same ruling, a numbered mark
 * for each day and a short one for each quarter of it. Work lies on the tape as a strip; its last, thinner part is what it
 * may take beyond what half such jobs do. Arrow keys go from strip to strip.
 */
export function WeekTapes({
  problem,
  plan,
  calendar,
  jobs,
  chosen,
  onChoose,
  label,
}: {
  problem: WeekProblem;
  plan: WeekPlan;
  calendar: WorkCalendar;
  jobs: Record<string, WeekJobFacts>;
  chosen: string | null;
  onChoose: (jobId: string) => void;
  label: string;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const { dayMinutes } = problem;
  const lastEnd = Math.max(...plan.placed.map((placed) => placed.end), problem.days * dayMinutes);
  const days = Math.min(20, Math.ceil(lastEnd / dayMinutes));
  const scale = (WIDTH - LEFT) / (days * dayMinutes);
  const x = (minute: number) => LEFT + minute * scale;
  const used = new Set(plan.placed.map((placed) => placed.placeId));
  const rows = [
    ...problem.places.map((place) => ({
      id: place.id as string | null,
      name: place.name,
      closed: place.closed,
    })),
    ...(used.has(null) ? [{ id: null, name: 'On the road', closed: [] as number[] }] : []),
  ];
  const lanes = new Map(
    rows.map((row) => [row.id, lanesOf(plan.placed.filter((one) => one.placeId === row.id))]),
  );
  const said = wordsOn(
    [...lanes.values()].flatMap(({ lane, count }) =>
      Array.from({ length: count }, (_, at) => [...lane.keys()].filter((one) => lane.get(one) === at)),
    ),
    x,
    (placed) => ({
      number: String(jobs[placed.jobId]?.number ?? ''),
      car: problem.jobs.find((one) => one.id === placed.jobId)!.label.split(',')[0]!,
      tech: problem.techs.find((one) => one.id === placed.techId)?.name ?? '',
    }),
  );
  const tops: number[] = [];
  let top = HEAD;
  for (const row of rows) {
    tops.push(top);
    top += ROW * Math.max(1, lanes.get(row.id)!.count);
  }
  const inOrder = [...plan.placed].sort((a, b) => a.start - b.start);
  const go = (from: PlacedPhase, by: number) => {
    const next = inOrder[inOrder.indexOf(from) + by];
    if (!next) return;
    onChoose(next.jobId);
    svg.current?.querySelector<SVGGElement>(`[data-strip="${next.jobId} ${next.phaseId}"]`)?.focus();
  };
  return (
    <div className="overflow-x-auto" tabIndex={-1}>
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${top + 8}`}
        className="w-full min-w-248"
        role="group"
        aria-label={label}
      >
        {Array.from({ length: days }, (_, day) => (
          <g key={day}>
            <line
              x1={x(day * dayMinutes)}
              x2={x(day * dayMinutes)}
              y1={HEAD - 10}
              y2={top}
              stroke="var(--ink)"
              strokeWidth={1}
            />
            {[1, 2, 3].map((quarter) => (
              <line
                key={quarter}
                x1={x((day + quarter / 4) * dayMinutes)}
                x2={x((day + quarter / 4) * dayMinutes)}
                y1={HEAD}
                y2={HEAD + (quarter === 2 ? 9 : 5)}
                stroke="var(--soft)"
              />
            ))}
            <text
              x={x(day * dayMinutes) + 5}
              y={HEAD - 10}
              fontSize={days > 12 ? 13 : 15}
              fontWeight={600}
              fill={day < problem.days ? 'var(--ink)' : 'var(--danger)'}
              fontFamily="var(--font-head, inherit)"
            >
              {shortDay(calendar.days[day]!).slice(0, days > 12 ? 6 : 10)}
            </text>
          </g>
        ))}
        {rows.map((row, index) => (
          <g key={row.id ?? 'road'}>
            <line
              x1={0}
              x2={WIDTH}
              y1={tops[index]!}
              y2={tops[index]!}
              stroke="var(--ink)"
              strokeWidth={1.5}
            />
            <text x={0} y={tops[index]! + 24} fontSize={17} fontWeight={600} fill="var(--ink)">
              {row.name.length > 13 ? `${row.name.slice(0, 12)}…` : row.name}
              <title>{row.name}</title>
            </text>
            {row.closed
              .filter((day) => day < days)
              .map((day) => (
                <rect
                  key={day}
                  x={x(day * dayMinutes) + 1}
                  y={tops[index]! + 2}
                  width={dayMinutes * scale - 2}
                  height={ROW * Math.max(1, lanes.get(row.id)!.count) - 4}
                  fill="var(--hair)"
                />
              ))}
          </g>
        ))}
        {inOrder.map((placed) => {
          const row = rows.findIndex((one) => one.id === placed.placeId);
          const job = problem.jobs.find((one) => one.id === placed.jobId)!;
          const phase = job.phases.find((one) => one.id === placed.phaseId)!;
          const tech = problem.techs.find((one) => one.id === placed.techId)?.name;
          const y = tops[row]! + 8 + ROW * lanes.get(placed.placeId)!.lane.get(placed)!;
          const likely = Math.min(placed.end, placed.start + phase.minutes);
          const late = job.promise !== null && placed.end > job.promise;
          const facts = jobs[job.id];
          const car = job.label.split(',')[0]!;
          const because = describeBecause(placed.because, problem);
          return (
            <g
              key={`${placed.jobId} ${placed.phaseId}`}
              data-strip={`${placed.jobId} ${placed.phaseId}`}
              tabIndex={0}
              role="button"
              aria-pressed={chosen === job.id}
              aria-label={`${car}, ${phase.name}: ${whenText(calendar, placed.start)} to ${whenText(calendar, placed.end, true)}${tech ? `, ${tech}` : ''}${because ? `; ${because}` : ''}${late ? '; past its promise' : ''}`}
              className="cursor-pointer outline-offset-2"
              onClick={() => onChoose(job.id)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') onChoose(job.id);
                else if (event.key === 'ArrowRight') go(placed, 1);
                else if (event.key === 'ArrowLeft') go(placed, -1);
                else return;
                event.preventDefault();
              }}
            >
              <rect
                x={x(placed.start)}
                y={y}
                width={Math.max(3, (likely - placed.start) * scale)}
                height={18}
                fill={late ? 'var(--danger)' : facts?.kind === 'job' ? 'var(--ink)' : 'var(--second)'}
                opacity={chosen && chosen !== job.id ? 0.4 : 1}
              />
              <rect
                x={x(likely)}
                y={y + 5}
                width={Math.max(0, (placed.end - likely) * scale)}
                height={8}
                fill={late ? 'var(--danger)' : 'var(--soft)'}
                opacity={chosen && chosen !== job.id ? 0.3 : 0.75}
              />
              {said.get(placed)!.map(({ text, line }) => (
                <text
                  key={line}
                  x={x(placed.start) + 1}
                  y={y + (line ? 46 : 33)}
                  fontSize={text === tech ? 11.5 : 13}
                  fill={text === tech ? 'var(--soft)' : 'var(--ink)'}
                  fontWeight={chosen === job.id ? 700 : 500}
                  stroke="var(--paper)"
                  strokeWidth={4}
                  paintOrder="stroke"
                >
                  {text}
                </text>
              ))}
              <title>{`${facts?.number ? `${facts.number} · ` : ''}${job.label}, ${phase.name}`}</title>
            </g>
          );
        })}
        <line
          x1={x(problem.days * dayMinutes)}
          x2={x(problem.days * dayMinutes)}
          y1={HEAD - 26}
          y2={top}
          stroke="var(--danger)"
          strokeDasharray="5 4"
          strokeWidth={1.5}
        />
      </svg>
    </div>
  );
}

const LETTER = 6.9;
const NUMBER_GAP = 3;

/**
 * What is written under the strips of each lane: number, car and tech where there is room for them, else the number
 * alone, on whichever of the two lines is still free there.
 */
function wordsOn(
  lanes: PlacedPhase[][],
  x: (minute: number) => number,
  of: (placed: PlacedPhase) => { number: string; car: string; tech: string },
): Map<PlacedPhase, { text: string; line: 0 | 1 }[]> {
  const said = new Map<PlacedPhase, { text: string; line: 0 | 1 }[]>();
  for (const lane of lanes) {
    const free: [number, number] = [0, 0];
    for (const [at, placed] of lane.entries()) {
      const left = x(placed.start);
      const next = lane[at + 1];
      const room = (next ? x(next.start) : Infinity) - left - NUMBER_GAP;
      const { number, car, tech } = of(placed);
      const whole = `${number} ${car}`.trim();
      const wide = Math.max(x(placed.end) - left, whole.length * LETTER);
      const letters = Math.floor(Math.min(wide, room) / LETTER + 0.01);
      const words: { text: string; line: 0 | 1 }[] = [];
      if (letters >= number.length + 6 && free[0] <= left && free[1] <= left) {
        words.push({ text: clip(whole, letters), line: 0 });
        if (tech && tech.length <= letters) words.push({ text: tech, line: 1 });
      } else if (number) {
        const line = free[0] <= left ? 0 : free[1] <= left ? 1 : null;
        if (line !== null) words.push({ text: number, line });
      }
      for (const { text, line } of words) free[line] = left + text.length * LETTER + NUMBER_GAP;
      said.set(placed, words);
    }
  }
  return said;
}

const clip = (text: string, letters: number) =>
  text.length <= letters ? text : `${text.slice(0, letters - 1).trimEnd()}…`;

/** Strips without a place may lie over each other in time: each gets a lane. */
function lanesOf(placed: PlacedPhase[]): { lane: Map<PlacedPhase, number>; count: number } {
  const ends: number[] = [];
  const lane = new Map<PlacedPhase, number>();
  for (const one of [...placed].sort((a, b) => a.start - b.start)) {
    let at = ends.findIndex((end) => end <= one.start);
    if (at < 0) at = ends.length;
    ends[at] = one.end;
    lane.set(one, at);
  }
  return { lane, count: ends.length };
}
