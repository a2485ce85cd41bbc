import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { isClosed } from '@/core/ledger/order-state';
import { photoHeightLine } from '@/core/ledger/measured-words';
import { shopMoment } from '@/core/units/shop-time';
import { PhotoTape } from '@/features/photo-tape/photo-tape';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { orderPage } from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Height by photograph' };

export default async function PhotoTapePage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { state } = file;
  const { camera } = await standInsNow(db());
  const hub = state.heights.findLast(({ entry }) => entry.data.method === 'hub');
  return (
    <>
      <p className="font-head">
        <Link href={`/orders/${file.id}/heights`}>Heights</Link>
      </p>
      <h2 className="border-b border-ink pb-1 mb-3">Height by photograph</h2>
      {!isClosed(state) && (
        <PhotoTape
          orderId={file.id}
          lengths={viewer.lengthUnit}
          standIn={camera.chosen}
          heights={hub?.mm ?? null}
        />
      )}
      {state.photoHeights.length > 0 && (
        <section className="mt-9">
          <h3 className="border-b border-ink pb-1">Read so far</h3>
          <ul className="grid gap-4 pt-3 sm:grid-cols-2">
            {state.photoHeights.map((one) => (
              <li key={one.id} className="flex gap-4 border-b border-rule pb-3">
                {/* eslint-disable-next-line @next/next/no-img-element -- served by our own photo route, sized there */}
                <img
                  src={`/api/photos/${one.data.photoId}?size=small`}
                  alt={`${one.data.what}, with the card beside it`}
                  className="h-32 border border-rule object-cover"
                />
                <div>
                  <p className="text-lg font-semibold">{photoHeightLine(one, viewer.lengthUnit)}</p>
                  <p className="text-soft">
                    {shopMoment(one.at, file.shop.timeZone)}, {file.people[one.personId] ?? ''}; corners{' '}
                    {one.data.foundBy === 'itself' ? 'found by themselves' : 'set by hand'}
                    {one.data.outOfPlane !== 0 && `, ${Math.round(one.data.outOfPlane)} mm out of its plane`}
                  </p>
                </div>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
