'use client';

import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, createContext, useContext, useRef } from 'react';

/** The theme of the page a sheet opens over: it hangs beside the page, so it has to be told. */
export const SheetTheme = createContext<'bay' | undefined>(undefined);

/** A sheet over the page. Escape and the cross close it. */
export function Dialog({
  open,
  onClose,
  title,
  intro,
  children,
  wide,
}: {
  open: boolean;
  onClose: () => void;
  title: string;
  intro?: ReactNode;
  children: ReactNode;
  wide?: boolean;
}) {
  const theme = useContext(SheetTheme);
  // Whoever opened it by a key finds themselves where they were when it closes.
  const opener = useRef<HTMLElement | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={() => {
            opener.current = document.activeElement as HTMLElement | null;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            opener.current?.focus();
          }}
          data-theme={theme}
          className={`${theme ?? ''} fixed top-1/2 left-1/2 z-50 max-h-11/12 w-11/12 -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-paper p-6 text-ink ${wide ? 'max-w-3xl' : 'max-w-xl'}`}
        >
          <div className="flex items-start justify-between gap-4 border-b border-ink pb-2">
            <Radix.Title className="text-3xl">{title}</Radix.Title>
            <Radix.Close className="btn btn-plain -mt-1" aria-label="Close">
              Close
            </Radix.Close>
          </div>
          {intro && <div className="mt-3">{intro}</div>}
          <div className="mt-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
