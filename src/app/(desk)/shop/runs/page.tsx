import type { Metadata } from 'next';
import { connection } from 'next/server';
import { HowItRuns } from '@/features/running/how-it-runs';
import { db } from '@/server/database';
import { requireRole } from '@/server/http';
import { readShop } from '@/server/queries/shop';
import { figuresHere } from '@/server/running/figures';
import { longWorkShown } from '@/server/running/long-work';
import { readiness } from '@/server/running/readiness';
import { backups, standing } from '@/server/running/standing';

export const metadata: Metadata = { title: 'How it runs' };

export default async function RunsPage() {
  await connection();
  await requireRole('owner');
  const [checks, stands, here, kept, { timeZone }] = await Promise.all([
    readiness(),
    standing().catch(() => null),
    figuresHere(),
    backups(),
    readShop(db()),
  ]);
  return (
    <>
      <h1>How it runs</h1>
      <p className="max-w-3xl pb-4 text-soft">
        The server behind this shop, as it stands now. The same figures are at /api/ready and, where
        METRICS_PORT names one, at a port of this machine. What fails is in the log, under the number that
        stood on the screen.
      </p>
      <HowItRuns
        checks={checks}
        stands={stands}
        here={here}
        backups={kept}
        works={longWorkShown()}
        timeZone={timeZone}
      />
    </>
  );
}
