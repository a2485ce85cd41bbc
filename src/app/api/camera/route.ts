import { drawCardScene } from '@/server/devices/card-scene';
import { SCENES, drawScene } from '@/server/devices/camera';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { currentSession } from '@/server/http';

/** The stand-in camera: one of its pictures, drawn when it is asked for. Practice, which goes on no record, always has it. */
export async function GET(request: Request) {
  const session = await currentSession();
  if (!session || session.needs !== 'nothing') return new Response('Sign in first.', { status: 401 });
  const asked = new URL(request.url).searchParams;
  if (!asked.has('practice') && !(await standInsNow(db())).camera.chosen)
    return new Response('The stand-in camera is off.', { status: 404 });
  const kind = SCENES.find((scene) => scene === asked.get('scene')) ?? 'part';
  const number = (name: string) => Number(asked.get(name) ?? 0) || 0;
  if (asked.get('scene') === 'card') {
    const within = (name: string, least: number, most: number) =>
      asked.has(name) ? Math.max(least, Math.min(most, number(name))) : undefined;
    const { picture } = await drawCardScene({
      seed: Math.max(0, Math.min(9999, Math.round(number('seed')))),
      heightMm: within('mm', 200, 900),
      outOfPlane: within('out', -50, 150),
      far: asked.get('far') === 'yes',
    });
    return new Response(new Uint8Array(picture), { headers: { 'Content-Type': 'image/jpeg' } });
  }
  const picture = await drawScene({
    kind,
    words: (asked.get('words') ?? kind).slice(0, 60),
    seed: Math.max(0, Math.min(999, Math.round(number('seed')))),
    raised: Math.max(0, Math.min(1, number('raised'))),
  });
  return new Response(new Uint8Array(picture), {
    headers: { 'Content-Type': 'image/jpeg', 'Cache-Control': 'private, max-age=3600' },
  });
}
