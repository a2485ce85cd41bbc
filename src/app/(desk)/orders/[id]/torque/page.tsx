import type { Metadata } from 'next';
import { holdsRole } from '@/core/ledger/roles';
import { isClosed } from '@/core/ledger/order-state';
import { TorqueLedger } from '@/features/torque/torque-ledger';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { crewNames, orderPage } from '@/server/queries/page-data';
import { whoMayAlone } from '@/server/queries/skills';

export const metadata: Metadata = { title: 'Torque' };

export default async function TorquePage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const [{ everybody }, alone] = await Promise.all([crewNames(), whoMayAlone(db(), now())]);
  return (
    <TorqueLedger
      file={file}
      people={everybody}
      alone={alone}
      unit={viewer.torqueUnit}
      mayCorrect={holdsRole(viewer.roles, ['lead'])}
      canSet={holdsRole(viewer.roles, ['lead']) && !isClosed(file.state)}
    />
  );
}
