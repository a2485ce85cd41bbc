'use client';

import { useState } from 'react';
import { Button, type ButtonProps } from './button';

const LABELS = {
  idle: 'Copy it',
  copied: 'Copied',
  failed: 'Not copied: mark it and copy it by hand',
} as const;

/** Copies a text. It says whether it did: a browser lets no page copy where the address is not a secure one. */
export function CopyButton({
  text,
  ...look
}: { text: string } & Pick<ButtonProps, 'weight' | 'size' | 'wide' | 'className'>) {
  const [tried, setTried] = useState<{ text: string; went: 'copied' | 'failed' } | null>(null);
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(text);
      setTried({ text, went: 'copied' });
    } catch {
      setTried({ text, went: 'failed' });
    }
  };
  return (
    <Button {...look} onClick={() => void copy()}>
      <span aria-live="polite">{LABELS[tried?.text === text ? tried.went : 'idle']}</span>
    </Button>
  );
}
