import { Check } from 'lucide-react';
import type { Metadata } from 'next';
import { connection } from 'next/server';
import { ROLES, holdsRole } from '@/core/ledger/roles';
import { type AnyContract } from '@/contracts/command';
import { AREAS } from '@/contracts/commands';
import { requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Who may do what' };

const Yes = ({ may }: { may: boolean }) => (
  <td className="border-b border-rule text-center">
    {may ? (
      <Check role="img" aria-label="yes" className="mx-auto size-5" />
    ) : (
      <span className="sr-only">no</span>
    )}
  </td>
);

export default async function RolesPage() {
  await connection();
  await requirePerson();
  return (
    <>
      <h1 className="pb-1">Who may do what</h1>
      <p className="pb-4 text-soft">
        A lead may do all a tech and an advisor may; an owner is a lead who also manages people. The server
        holds every move to this table.
      </p>
      <div className="gap-x-10 lg:columns-2">
        {AREAS.map(({ title, commands }) => (
          <table key={title} className="mb-6 w-full break-inside-avoid-column">
            <thead>
              <tr className="border-b border-ink text-soft">
                <th scope="col" className="text-left font-head text-xl font-semibold text-ink">
                  {title}
                </th>
                {ROLES.map((role) => (
                  <th key={role} scope="col" className="w-16 align-bottom font-normal">
                    {role}
                  </th>
                ))}
                <th scope="col" className="w-24 align-bottom font-normal">
                  their page
                </th>
              </tr>
            </thead>
            <tbody>
              {Object.entries<AnyContract>(commands).map(([name, { title: say, who, onLink }]) => (
                <tr key={name}>
                  <th scope="row" className="border-b border-rule py-1 text-left font-normal">
                    {say}
                  </th>
                  {ROLES.map((role) => (
                    <Yes key={role} may={holdsRole([role], who)} />
                  ))}
                  <Yes may={onLink} />
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </>
  );
}
