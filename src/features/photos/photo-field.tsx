'use client';

import { Held } from '@/ui/held';
import { PhotoButton, type PhotoTarget } from './photo-upload';

/** A picture that goes with what a form records: the form holds its id as `photoId`. */
export function PhotoField({
  orderId,
  target,
  again = 'Another photo',
  className,
}: {
  orderId: string;
  target: PhotoTarget;
  /** The button's words once there is one. */
  again?: string;
  className?: string;
}) {
  return (
    <Held<string | null> name="photoId" value={undefined} first={null}>
      {({ value, set }) => (
        <PhotoButton
          orderId={orderId}
          className={className}
          label={value ? again : 'Photo'}
          target={target}
          onKept={set}
        />
      )}
    </Held>
  );
}
