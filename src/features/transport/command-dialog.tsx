'use client';

import { type ReactNode, useState } from 'react';
import type { FieldValues } from 'react-hook-form';
import type { CommandName } from '@/contracts/commands';
import { Button, type ButtonProps } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import type { CommandFormProps } from './command-form';
import { CommandForm } from './lazy-command-form';

/** A button that opens a sheet with the form of a command; the sheet closes when it was taken. */
export function CommandDialog<N extends CommandName, F extends FieldValues>({
  opens,
  button,
  title,
  intro,
  wide,
  onDone,
  ...form
}: CommandFormProps<N, F> & {
  /** The words of the button. */
  opens: ReactNode;
  button?: ButtonProps;
  title: string;
  intro?: ReactNode;
  wide?: boolean;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button aria-haspopup="dialog" {...button} onClick={() => setOpen(true)}>
        {opens}
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} title={title} intro={intro} wide={wide}>
        <CommandForm
          className="grid gap-3"
          {...form}
          onDone={async (answer, values) => {
            const wrong = await onDone?.(answer, values);
            if (!Array.isArray(wrong) || !wrong.length) setOpen(false);
            return wrong;
          }}
        />
      </Dialog>
    </>
  );
}
