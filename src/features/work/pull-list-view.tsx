import { toolKind, type PullList } from '@/core/procedure/pull-list';
import { SmallParts } from './small-parts';
import { torqueBoth } from '@/core/units/torque-text';

const sockets = (kind: string) => /socket|crowfoot/.test(toolKind(kind));

function Column({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="mb-5 break-inside-avoid">
      <h3 className="border-b border-ink pb-1">{title}</h3>
      <ul>{children}</ul>
    </section>
  );
}

const row = 'flex items-baseline justify-between gap-3 border-b border-rule py-1';
/** Where it is first asked for; what is missing says so in words, not by color. */
const firstAsked = (steps: { do: string }[]) => steps[0]?.do ?? '';

function Tools({ tools, none }: { tools: PullList['tools']; none: string }) {
  if (!tools.length) return <li className="py-1 text-soft">{none}</li>;
  return tools.map(({ tool, steps, have }) => (
    <li key={`${tool.kind} ${tool.size} ${tool.drive}`} className={row}>
      <span className={have ? '' : 'hatch-word px-1.5 font-semibold'}>
        {[tool.size, tool.kind, tool.drive && `${tool.drive} drive`].filter(Boolean).join(' ')}
        {have ? '' : ': not in the shop'}
      </span>
      <span className="text-right text-sm text-soft">
        {steps.length > 1 ? `${steps.length} steps` : firstAsked(steps)}
      </span>
    </li>
  ));
}

/** All that is laid out, asked and known before the first bolt turns, with what is missing in plain sight. */
export function PullListView({ list }: { list: PullList }) {
  return (
    <div className="columns-1 gap-9 sm:columns-2">
      <Column title="Sockets and crowfeet">
        <Tools tools={list.tools.filter(({ tool }) => sockets(tool.kind))} none="None asked for." />
      </Column>
      <Column title="Special tools">
        <Tools tools={list.tools.filter(({ tool }) => !sockets(tool.kind))} none="None asked for." />
      </Column>
      <Column title="Torque wrenches by value">
        {list.ranges.map((range) => (
          <li key={range.nm} className={row}>
            <span>
              <span className="figure">{torqueBoth(range.nm)}</span>{' '}
              <span className="text-sm text-soft">{range.fasteners.join(', ')}</span>
            </span>
            <span
              className={`text-right whitespace-nowrap ${range.wrenches.length ? '' : 'hatch-word px-1.5 font-semibold'}`}
            >
              {range.wrenches[0] ??
                (range.pastDate[0] ? `${range.pastDate[0]}, past its date` : 'none reaches')}
            </span>
          </li>
        ))}
      </Column>
      <section className="mb-5 break-inside-avoid">
        <h3 className="border-b border-ink pb-1">Pins, plugs and single-use hardware</h3>
        <SmallParts parts={list.small} running={false} />
      </section>
      <Column title="Consumables">
        {list.consumables.map(({ name, steps }) => (
          <li key={name} className={row}>
            <span>{name}</span>
            <span className="text-right text-sm text-soft">{firstAsked(steps)}</span>
          </li>
        ))}
        {!list.consumables.length && <li className="py-1 text-soft">None.</li>}
      </Column>
      <Column title="A second pair of hands">
        {list.helpers.map((step) => (
          <li key={step.id} className={row}>
            <span>{step.do}</span>
            <span className="figure whitespace-nowrap">{step.minutes} min</span>
          </li>
        ))}
        {!list.helpers.length && <li className="py-1 text-soft">Not needed.</li>}
      </Column>
      <Column title="A yes before they are done">
        {list.approvals.map((step) => (
          <li key={step.id} className={row}>
            <span>{step.do}</span>
          </li>
        ))}
        {!list.approvals.length && <li className="py-1 text-soft">Nothing here is past undoing.</li>}
      </Column>
      <Column title="Not here or not known">
        {[
          ...list.parts.map((name) => `Part: ${name}`),
          ...list.values.map((name) => `Value: ${name}`),
          ...list.unanswered.map((text) => `Answer: ${text}`),
        ].map((text) => (
          <li key={text} className={row}>
            <span className="hatch-word px-1.5 font-semibold">{text}</span>
          </li>
        ))}
        {!list.parts.length && !list.values.length && !list.unanswered.length && (
          <li className="py-1 text-soft">Every part is checked in, every fastener has a value.</li>
        )}
      </Column>
    </div>
  );
}
