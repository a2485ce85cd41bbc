/** Figures by their names, a line each. */
export function Figures({ of }: { of: readonly (readonly [name: string, figure: string | number])[] }) {
  return (
    <table className="ledger">
      <tbody>
        {of.map(([name, figure]) => (
          <tr key={name}>
            <th scope="row" className="font-normal">
              {name}
            </th>
            <td className="figure text-right">{figure}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
