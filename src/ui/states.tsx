import type { ReactNode } from 'react';
import { Button } from './button';

/** There is nothing of it yet: what will stand here, or what makes it. */
export const Nothing = ({ children }: { children: ReactNode }) => (
  <p className="py-3 text-soft">{children}</p>
);

/** It is on its way. */
export const Loading = ({ children = 'Looking…' }: { children?: ReactNode }) => (
  <p role="status" className="py-3 text-soft">
    {children}
  </p>
);

/** It could not be had; nothing that was typed is lost by it. */
export const Failed = ({
  children = 'It could not be read just now.',
  onAgain,
}: {
  children?: ReactNode;
  onAgain: () => void;
}) => (
  <div role="alert" className="hatch flex flex-wrap items-center justify-between gap-3 px-4 py-3">
    <p className="font-medium">{children}</p>
    <Button onClick={onAgain}>Try again</Button>
  </div>
);
