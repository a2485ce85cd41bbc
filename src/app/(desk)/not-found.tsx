import type { Metadata } from 'next';
import { NothingHere } from '@/features/shell/nothing-here';

export const metadata: Metadata = { title: 'Not here' };

export default NothingHere;
