import { type RoomNow, type RungMinutes, expectedMinutes } from '@/core/procedure/refits';
import { capital } from '@/core/wording';
import { RungWords, roomHeadline } from './rung-words';

/** Before the work: what will be too long to go back in, and what will make room for it. */
export function BackIn({
  rooms,
  learned,
  lengths,
}: {
  rooms: readonly RoomNow[];
  learned: RungMinutes;
  lengths: 'in' | 'mm';
}) {
  if (!rooms.length) return null;
  return (
    <section aria-label="Getting it back in" className="mt-8">
      <h2 className="border-b border-ink pb-1">Getting it back in</h2>
      {rooms.map((room) => (
        <div key={room.body} className="mt-3">
          <h3 className="text-xl">{capital(room.name)}, each side</h3>
          <p className="pb-2 text-lg">{roomHeadline(room, lengths)}</p>
          <ol className="grid grid-cols-1 gap-x-8 lg:grid-cols-2">
            {room.rungs.map((rung, index) => (
              <li
                key={rung.id}
                data-rung={rung.id}
                className="grid grid-cols-[2rem_minmax(0,1fr)] border-t border-rule py-2"
              >
                <span className="figure text-2xl text-soft">{index + 1}</span>
                <RungWords
                  rung={rung}
                  minutes={expectedMinutes(rung, learned)}
                  times={learned[rung.id]?.length ?? 0}
                  lengths={lengths}
                />
              </li>
            ))}
          </ol>
        </div>
      ))}
    </section>
  );
}
