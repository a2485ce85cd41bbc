'use client';

import { useRouter } from 'next/navigation';
import { CommandForm } from '@/features/transport/command-form';
import { useAsked } from '@/ui/field';
import { Send } from '@/ui/send';
import { SheetFields } from './sheet-fields';
import { type ValueLine, noValue } from './value-lines';

function Keep() {
  return (
    <Send size="tall" className="no-print mt-4 px-10">
      {useAsked('confirm') ? 'That is what the sheet says: save it' : 'Save these values'}
    </Send>
  );
}

/** Values of a kit’s sheet for a platform, before there is a job: the next one starts with them. */
export function KeptValuesForm({
  procedureId,
  platform,
  kit,
  lines,
  unit,
}: {
  procedureId: string;
  platform: string;
  kit: string;
  lines: ValueLine[];
  unit: 'lbft' | 'nm';
}) {
  const router = useRouter();
  return (
    <CommandForm
      command="values.keep"
      about={`${platform} ${kit}`}
      start={{ unit, source: '', values: lines.map(noValue) }}
      said="Kept: the next job on this platform with this kit starts with them."
      input={({ values, unit: chosen, source }, confirmed) => ({
        procedureId,
        platform,
        kit,
        unit: chosen as 'lbft' | 'nm',
        source,
        values: values.map(({ value, angleDeg, out }, at) => ({
          places: lines[at]!.keys,
          value,
          angleDeg,
          out,
        })),
        confirmed,
      })}
      onDone={() => router.refresh()}
    >
      {({ unit: chosen }, set) => (
        <>
          <SheetFields lines={lines} unit={chosen} set={set} />
          <Keep />
        </>
      )}
    </CommandForm>
  );
}
