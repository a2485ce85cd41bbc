'use client';

import { useContext } from 'react';
import { Button, type ButtonProps } from './button';
import { FormSending } from './form-link';

/** Sends the form it stands in; it rests while that is on its way. */
export function Send({
  busy = 'Writing…',
  weight = 'pen',
  disabled,
  children,
  ...rest
}: ButtonProps & { busy?: string }) {
  const sending = useContext(FormSending);
  return (
    <Button type="submit" weight={weight} disabled={sending || disabled} {...rest}>
      {sending ? busy : children}
    </Button>
  );
}
