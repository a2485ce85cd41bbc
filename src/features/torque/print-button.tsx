'use client';

export function PrintButton({ words = 'Print' }: { words?: string }) {
  return (
    <Button size="tall" onClick={() => window.print()}>
      {words}
    </Button>
  );
}
import { Button } from '@/ui/button';
