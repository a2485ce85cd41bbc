import type { Difference } from '@/core/procedure/diff';

const CHANGE = { added: 'new', removed: 'removed', moved: 'moved', changed: 'changed' } as const;

/** What changed between two versions, thing by thing and field by field. */
export function Differences({
  from,
  to,
  differences,
}: {
  from: number;
  to: number;
  differences: Difference[];
}) {
  return (
    <section className="mb-6" aria-label="Differences">
      <h2 className="border-b border-ink pb-1">
        From version {from} to version {to}
      </h2>
      {!differences.length && <p className="py-2 text-soft">They are the same.</p>}
      <table className="ledger">
        <tbody>
          {differences.map((one) => (
            <tr key={`${one.what} ${one.id} ${one.change}`}>
              <th scope="row" className="w-64 font-normal">
                <span className="font-semibold">{one.id}</span> <span className="text-soft">{one.what}</span>
              </th>
              <td className="w-28">{CHANGE[one.change]}</td>
              <td>
                {one.change === 'added'
                  ? one.fields.find((field) => field.name === 'do' || field.name === 'name')?.is
                  : one.fields.map((field) => (
                      <p key={field.name}>
                        <span className="text-soft">{field.name}:</span>{' '}
                        <del className="text-soft">{field.was || 'nothing'}</del>{' '}
                        <ins className="font-medium no-underline">{field.is || 'nothing'}</ins>
                      </p>
                    ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
