import type { EntryOf } from '@/core/ledger/entries';
import { CORNER_NAMES } from '@/core/procedure/engine';

/** Pictures with what they show beneath them. */
export function PhotoGrid({
  photos,
  stepText,
}: {
  photos: EntryOf<'photo'>[];
  stepText: (id: string) => string;
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
        return (
          <li key={id}>
            <a href={`/api/photos/${data.photoId}`} target="_blank" rel="noreferrer">
              {/* Served by our own route with an ETag, already at thumbnail size. */}
              {/* eslint-disable-next-line @next/next/no-img-element */}
              <img
                src={`/api/photos/${data.photoId}?size=small`}
                alt={data.caption || about}
                className="aspect-[4/3] w-full border border-rule object-cover"
                loading="lazy"
              />
            </a>
            <p className="mt-1 font-medium">{data.caption || about}</p>
            {data.caption && <p className="text-[0.95rem] text-soft">{about}</p>}
          </li>
        );
      })}
    </ul>
  );
}
