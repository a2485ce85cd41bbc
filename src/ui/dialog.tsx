'use client';

import { Dialog as Radix } from 'radix-ui';
import { type ReactNode, createContext, useContext, useRef } from 'react';

/** The theme of the page a sheet opens over: it hangs beside the page, so it has to be told. */
export const SheetTheme = createContext<'bay' | undefined>(undefined);

const FETCHED_WITHIN_MS = 5000;

/** Where somebody begins in a sheet: its first field, where it has one. */
const firstField = (sheet: HTMLElement) =>
  sheet.querySelector<HTMLElement>(
    ['input:not([type=hidden])', 'textarea', '[role=combobox]', '[role=radio]', '[role=checkbox]']
      .map((one) => `${one}:not(:disabled)`)
      .join(', '),
  );

/** A form that is fetched as its sheet opens gets the focus when it is there, unless somebody has moved on by then. */
function focusWhenItComes(sheet: HTMLElement): void {
  let stood: Element | null = null;
  const watch = new MutationObserver(() => {
    const field = firstField(sheet);
    if (!field) return;
    watch.disconnect();
    if (document.activeElement === stood || document.activeElement === document.body) field.focus();
  });
  // After the sheet has taken the focus by itself.
  setTimeout(() => {
    stood = document.activeElement;
    watch.observe(sheet, { childList: true, subtree: true });
  }, 0);
  setTimeout(() => watch.disconnect(), FETCHED_WITHIN_MS);
}

/** A sheet over the page. Escape and the cross close it; what was half typed in it stays on the device. */
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
          // A field that takes the focus by itself has it before anybody is told: who lost it was the opener.
          onFocusCapture={(event) => {
            opener.current ??= event.relatedTarget as HTMLElement | null;
          }}
          onOpenAutoFocus={(event) => {
            opener.current ??= document.activeElement as HTMLElement | null;
            const field = firstField(event.currentTarget as HTMLElement);
            if (!field) return focusWhenItComes(event.currentTarget as HTMLElement);
            event.preventDefault();
            return field.focus();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            opener.current?.focus();
            opener.current = null;
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
