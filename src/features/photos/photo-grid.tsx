import { CORNER_NAMES } from '@/core/corners';
import type { EntryOf } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import { MarkPhoto } from './mark-photo';
import { MarkedPhoto } from './marked-photo';

/** Pictures with what they show beneath them, and what was drawn over each. */
export function PhotoGrid({
  orderId,
  photos,
  marks,
  stepText,
  mayDraw,
}: {
  orderId: string;
  photos: EntryOf<'photo'>[];
  marks: OrderState['after']['marks'];
  stepText: (id: string) => string;
  mayDraw: boolean;
}) {
  return (
    <ul className="grid grid-cols-2 gap-5 md:grid-cols-3">
      {photos.map(({ id, data }) => {
        const about = [
          data.stepId ? stepText(data.stepId) : null,
          data.corner ? CORNER_NAMES[data.corner] : null,
          data.occasion,
        ]
          .filter(Boolean)
          .join(' · ');
        const drawn = marks.get(id)?.data.marks ?? [];
        const words = data.caption || data.shot || about;
        return (
          <li key={id}>
            <a href={`/api/photos/${data.photoId}`} target="_blank" rel="noreferrer">
              <MarkedPhoto
                src={`/api/photos/${data.photoId}?size=small`}
                alt={words}
                marks={drawn}
                className="border border-rule"
              />
            </a>
            <p className="mt-1 font-medium">{words}</p>
            {words !== about && <p className="text-sm text-soft">{about}</p>}
            {mayDraw && (
              <MarkPhoto
                key={drawn.length}
                orderId={orderId}
                photoEntryId={id}
                photoId={data.photoId}
                marks={drawn}
              />
            )}
          </li>
        );
      })}
    </ul>
  );
}
