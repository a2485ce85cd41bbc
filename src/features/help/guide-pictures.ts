import type { StaticImageData } from 'next/image';
import alignment from '../../../docs/screenshots/alignment.png';
import bay from '../../../docs/screenshots/bay.png';
import comeBacks from '../../../docs/screenshots/come-backs.png';
import customer from '../../../docs/screenshots/customer.png';
import day from '../../../docs/screenshots/day.png';
import handoff from '../../../docs/screenshots/handoff.png';
import heights from '../../../docs/screenshots/heights.png';
import intake from '../../../docs/screenshots/intake.png';
import lookOver from '../../../docs/screenshots/look-over.png';
import offline from '../../../docs/screenshots/offline.png';
import order from '../../../docs/screenshots/order.png';
import plan from '../../../docs/screenshots/plan.png';
import procedure from '../../../docs/screenshots/procedure.png';
import pullList from '../../../docs/screenshots/pull-list.png';
import torque from '../../../docs/screenshots/torque.png';
import values from '../../../docs/screenshots/values.png';
import week from '../../../docs/screenshots/week.png';

/** The pictures kept of the main views, as the guide shows them: built in, so that they are there without the documents. */
export const GUIDE_PICTURES: Record<string, StaticImageData> = {
  alignment,
  bay,
  'come-backs': comeBacks,
  customer,
  day,
  handoff,
  heights,
  intake,
  'look-over': lookOver,
  offline,
  order,
  plan,
  procedure,
  'pull-list': pullList,
  torque,
  values,
  week,
};
