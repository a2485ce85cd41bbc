'use client';

export function PrintButton({ words = 'Print' }: { words?: string }) {
  return (
    <button type="button" className="btn min-h-14" onClick={() => window.print()}>
      {words}
    </button>
  );
}
