'use client';

import type { ShownDay } from '@/server/queries/shown';
import { ShownPage } from '../shell/shown-page';
import { DayView } from './day-view';

export function DayPage() {
  return (
    <ShownPage<ShownDay> from="/api/shown/day">
      {(day, { viewer }) => <DayView viewer={viewer} {...day} />}
    </ShownPage>
  );
}
