'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';

/** Which car and which kit a sheet is for: the page is read for just those. */
export function ChoosePlatform({
  procedureId,
  platforms,
  kits,
  platform,
  kit,
}: {
  procedureId: string;
  platforms: string[];
  kits: string[];
  platform: string;
  kit: string;
}) {
  const router = useRouter();
  const [chosen, setChosen] = useState(platform);
  const [withKit, setWithKit] = useState(kit);
  const show = () =>
    router.push(
      `/procedures/${procedureId}/values?${new URLSearchParams({ platform: chosen.trim(), kit: withKit })}`,
    );
  return (
    <div className="no-print mb-5 grid max-w-3xl items-start gap-3 sm:grid-cols-[1fr_1fr_auto]">
      <TextField
        name="platform"
        label="Platform, as it stands on the car’s page"
        hint={platforms.length ? `Known here: ${platforms.join(', ')}` : 'No car of the shop names one yet.'}
        value={chosen}
        onChange={(event) => setChosen(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && chosen.trim() && show()}
      />
      <SelectField
        name="kit"
        label="Kit"
        value={withKit}
        onValue={setWithKit}
        options={[['', 'any kit'], ...kits.map((one) => [one, one] as const)]}
      />
      <Button className="sm:mt-6" disabled={!chosen.trim()} onClick={show}>
        Show its sheet
      </Button>
    </div>
  );
}
