import type { ReactNode } from 'react';

export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="border-t border-ink py-4" aria-label={name}>
      <h2 className="pb-3">{name}</h2>
      {children}
    </section>
  );
}
