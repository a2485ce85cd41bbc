'use client';

import { useContext } from 'react';
import { Button, type ButtonProps } from './button';
import { useAsked } from './field';
import { FormSending } from './form-link';

/** Sends the form it stands in; it rests while that is on its way. */
export function Send({
  busy = 'Writing…',
  again,
  weight = 'pen',
  disabled,
  children,
  ...rest
}: ButtonProps & {
  busy?: string;
  /** What it says once the shop has asked back about what was typed. */
  again?: string;
}) {
  const asked = useAsked('confirm');
  const sending = useContext(FormSending);
  return (
    <Button type="submit" weight={weight} disabled={sending || disabled} {...rest}>
      {sending ? busy : asked && again ? again : children}
    </Button>
  );
}
