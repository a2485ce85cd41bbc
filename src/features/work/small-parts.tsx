import type { SmallPart } from '@/core/procedure/small-parts';

/** Pins, plugs and single-use hardware by kind and size; with what is out and back once the work runs. */
export function SmallParts({ parts, running }: { parts: readonly SmallPart[]; running: boolean }) {
  if (!parts.length) return <p className="py-1 text-soft">None.</p>;
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">What</th>
          <th scope="col">Size</th>
          <th scope="col">{running ? 'Out' : 'Count'}</th>
          {running && <th scope="col">Back</th>}
        </tr>
      </thead>
      <tbody>
        {parts.map(({ what, size, count, out, back }) => (
          <tr key={`${what} ${size}`}>
            <th scope="row" className="font-normal">
              {what}
            </th>
            <td>{size ?? ''}</td>
            <td className="figure">{running ? `${out} of ${count}` : count}</td>
            {running && (
              <td className={`figure ${back < out ? 'font-semibold text-danger' : ''}`}>
                {back}
                {back < out ? `, ${out - back} short` : ''}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
