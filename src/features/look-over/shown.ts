import type { ExtraStands } from '@/core/ledger/extras';
import type { Phase } from '@/core/procedure/types';
import type { Grade, InspectionArea } from '@/core/ledger/kinds/arrival';

export interface ShownFinding {
  findingId: string;
  area: InspectionArea;
  grade: Grade;
  text: string;
  photoId: string | null;
  who: string;
  when: string;
}
export interface ShownOffer {
  offerId: string;
  version: number;
  findingId: string | null;
  text: string;
  cents: number;
  photoId: string | null;
  answer: string | null;
  minutes?: number;
  phase?: Phase;
  why?: string;
  stands: ExtraStands;
}
