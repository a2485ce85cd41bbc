import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link to another page of ours, which is asked for when it is pressed and not before: every page here is read anew from
 * the record, so that fetching ahead would have the server read pages nobody opens.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />;
}
