'use client';

export function PrintButton({ words = 'Print' }: { words?: string }) {
  return (
    <Button size="tall" className="no-print" onClick={() => window.print()}>
      {words}
    </Button>
  );
}
import { Button } from '@/ui/button';
