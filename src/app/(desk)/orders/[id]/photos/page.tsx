import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { Nothing } from '@/ui/states';
import { missingShots } from '@/core/ledger/closing';
import { isClosed } from '@/core/ledger/order-state';
import { photoPairs } from '@/core/ledger/photo-shots';
import { BeforeAfter } from '@/features/photos/before-after';
import { PhotoMany } from '@/features/photos/photo-many';
import { PhotoButton } from '@/features/photos/photo-upload';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { StandInCamera } from '@/features/photos/stand-in-camera';
import { PhotoGrid } from '@/features/photos/photo-grid';
import { orderPage } from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Photos' };

export default async function PhotosPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { camera } = await standInsNow(db());
  const { state } = file;
  const steps = state.document?.steps ?? [];
  const missing = missingShots(state);
  const pairs = photoPairs(state.photos);
  const text = (id: string) => steps.find((step) => step.id === id)?.do ?? '';
  return (
    <div className="grid gap-x-9 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div>
        {pairs.length > 0 && (
          <section className="mb-8">
            <h2 className="mb-3 border-b border-ink pb-1">Before and after</h2>
            <div className="grid gap-6 md:grid-cols-2">
              {pairs.map((pair) => (
                <BeforeAfter
                  key={pair.shot}
                  shot={pair.shot}
                  before={`/api/photos/${pair.before.data.photoId}`}
                  after={`/api/photos/${pair.after.data.photoId}`}
                />
              ))}
            </div>
          </section>
        )}
        <h2 className="mb-3">Photos</h2>
        {state.photos.length ? (
          <PhotoGrid
            orderId={file.id}
            photos={state.photos}
            marks={state.after.marks}
            stepText={text}
            mayDraw={!isClosed(state)}
          />
        ) : (
          <Nothing>None yet. Each shot the work asks for is listed beside.</Nothing>
        )}
      </div>
      <aside className="grid content-start gap-7 lg:border-l lg:border-rule lg:pl-7">
        {!isClosed(state) && missing.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Still to take</h2>
            <ul>
              {missing.map(({ stepId, shot }) => (
                <li
                  key={`${stepId} ${shot}`}
                  className="flex items-center justify-between gap-3 border-b border-rule py-2"
                >
                  <span>
                    <span className="block font-semibold">{shot}</span>
                    <span className="block text-sm text-soft">{text(stepId)}</span>
                  </span>
                  <PhotoButton
                    orderId={file.id}
                    label="Take"
                    target={{
                      stepId,
                      corner: steps.find((step) => step.id === stepId)?.corner ?? null,
                      occasion: null,
                      caption: shot,
                    }}
                  />
                </li>
              ))}
            </ul>
          </section>
        )}
        {!isClosed(state) && (
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">More pictures</h2>
            <PhotoMany
              orderId={file.id}
              steps={steps.map((step, index) => ({ id: step.id, text: `${index + 1} ${step.do}` }))}
            />
            <Link className="btn mt-4 w-full" href={`/orders/${file.id}/heights/photo`}>
              Height by photograph
            </Link>
            {camera.chosen && (
              <div className="mt-4">
                <StandInCamera orderId={file.id} />
              </div>
            )}
          </section>
        )}
      </aside>
    </div>
  );
}
