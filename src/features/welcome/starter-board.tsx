'use client';

import { useRouter } from 'next/navigation';
import type { Tool } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/command-form';
import { CheckSet } from '@/ui/checkbox';
import { Send } from '@/ui/send';

const words = ({ kind, size, drive }: Tool) =>
  [kind, size, drive && `${drive} drive`].filter(Boolean).join(', ');

/** The board a new shop begins with: what the procedures ask for, to be ticked off against what hangs there. */
export function StarterBoard({ tools }: { tools: { tool: Tool; procedures: number }[] }) {
  const router = useRouter();
  if (!tools.length) return <p className="py-3">All that the procedures ask for is on the boards.</p>;
  return (
    <CommandForm
      command="tools.add"
      className="grid gap-3 pt-3"
      said="They are on the board."
      start={{ ticked: tools.map((_, at) => at) }}
      input={({ ticked }) => ({
        tools: ticked.map((at) => {
          const { kind, size = null, drive = null } = tools[at]!.tool;
          return { kind, size, drive };
        }),
      })}
      onDone={() => router.refresh()}
    >
      <CheckSet
        name="ticked"
        legend="What the procedures ask for: take the tick off what you do not have"
        className="columns-2 gap-x-8 md:columns-3"
        options={tools.map(({ tool }, at) => [at, words(tool)] as const)}
      />
      <Send>Put these on the board</Send>
    </CommandForm>
  );
}
