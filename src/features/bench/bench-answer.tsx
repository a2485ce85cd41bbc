import { describeField, unitOfField } from '@/core/calc/field-words';
import { formatTape } from '@/core/calc/tape.format';

const OUT_UNITS: Record<string, string> = {
  nm: 'N·m',
  lbft: 'lbf·ft',
  lbin: 'lbf·in',
  kgfm: 'kgf·m',
  deg: '°',
  arcmin: '′',
  in: 'in',
  mm: 'mm',
  height: 'mm',
  force: 'N',
  stressArea: 'mm²',
  clamp: 'N',
  typical: 'N·m',
  low: 'N·m',
  high: 'N·m',
  setting: '',
  deviationPct: '%',
  rateBefore: 'N/mm',
  rateAfter: 'N/mm',
  p50: 'min',
  p80: 'min',
  before: '',
  after: '',
  factor: '',
  turns: 'turns',
  threadsBeyondNut: 'threads',
  rim: 'in',
  frontToeTotal: '°',
  rearToeTotal: '°',
  trueSpeed: '',
  effectiveRatio: '',
  restoringRatio: '',
  ratio: '',
  dueOdometer: '',
  error: '',
  cost: '',
  minutes: 'min',
  left: '',
  load: '',
  available: '°',
  camberChange: '°',
  casterAfter: '°',
  casterChange: '°',
  value: '',
};

/** Small figures keep three places, larger ones two: nobody reads a tape finer. */
const plain = (value: number) =>
  String(Math.abs(value) < 1 ? Math.round(value * 1000) / 1000 : Math.round(value * 100) / 100);

/** A figure with its unit, lengths in both. */
export function figure(key: string, value: unknown, tool: string): { main: string; other: string } {
  if (value === null) return { main: 'none', other: '' };
  if (typeof value === 'boolean') return { main: value ? 'yes' : 'no', other: '' };
  if (typeof value !== 'number') return { main: String(value), other: '' };
  const angle = tool === 'link.angle' && (key === 'before' || key === 'after');
  // Settings, and whatever is read after them: a height, or degrees of a steering wheel.
  if (tool === 'try.next') return { main: plain(value), other: '' };
  const load = tool === 'load.left' && (key === 'load' || key === 'left');
  const unit = angle
    ? '°'
    : load
      ? 'kg'
      : tool === 'camber.adjust' && key === 'left'
        ? '°'
        : (OUT_UNITS[key] ?? unitOfField(key));
  if (unit === 'mm') return { main: `${plain(value)} mm`, other: formatTape(value, 'in', 32) };
  return {
    main: `${plain(value)}${unit === '°' || unit === '%' ? unit : unit ? ` ${unit}` : ''}`,
    other: '',
  };
}

/** An answer in rows, groups and lists within it indented. */
export function Answer({ value, name, tool }: { value: unknown; name: string; tool: string }) {
  if (Array.isArray(value))
    return (
      <div className="border-l-2 border-rule pl-3">
        <p className="font-head text-soft">{describeField(name)}</p>
        {value.length === 0 && <p>none</p>}
        {value.map((one, index) => (
          <div key={index} className="flex flex-wrap gap-x-5 border-b border-rule py-1">
            {one !== null && typeof one === 'object' ? (
              Object.entries(one).map(([key, inner]) => (
                <span key={key}>
                  <span className="text-soft">{describeField(key)} </span>
                  <span className="figure">
                    {Array.isArray(inner) ? inner.join(', ') : figure(key, inner, tool).main}
                  </span>
                </span>
              ))
            ) : (
              <span className="figure">{figure(name, one, tool).main}</span>
            )}
          </div>
        ))}
      </div>
    );
  if (value !== null && typeof value === 'object')
    return (
      <div className="border-l-2 border-rule pl-3">
        <p className="font-head text-soft">{describeField(name)}</p>
        {Object.entries(value).map(([key, inner]) => (
          <Answer key={key} value={inner} name={key} tool={tool} />
        ))}
      </div>
    );
  const { main, other } = figure(name, value, tool);
  return (
    <p className="flex items-baseline justify-between gap-4 border-b border-rule py-1.5">
      <span>{describeField(name)}</span>
      <span className="text-right">
        <span className="figure text-xl">{main}</span>
        {other && <span className="ml-3 text-soft">{other}</span>}
      </span>
    </p>
  );
}
