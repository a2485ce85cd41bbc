'use client';

export { PageFailed as default } from '@/features/shell/page-failed';
