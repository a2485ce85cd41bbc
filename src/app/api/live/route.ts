import { actorOrAnswer, sessionToken } from '@/server/http';
import { onChange } from '@/server/live/changes';
import { sessionOf } from '@/server/sessions/sessions';

const BEAT_MS = 20_000;

/** Server-sent events: one `moved` for each moment in which something in the shop changed, with what it was. */
export async function GET(request: Request) {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const token = await sessionToken();
  const stillThere = async () => {
    try {
      return (await sessionOf(token)) !== null;
    } catch {
      // The database is away: nobody was signed out by that.
      return true;
    }
  };
  const encoder = new TextEncoder();
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      const finish = () => {
        end();
        try {
          controller.close();
        } catch {
          // Closed already by the browser.
        }
      };
      // Its session ended, or fell asleep: it hears nothing more until somebody is there again.
      const tell = async (text: string) => {
        if (await stillThere()) say(text);
        else finish();
      };
      // A page that was opened before 0.8 listens for the chains alone, until it is loaded again.
      const stop = onChange((moved) => {
        const chains = moved.map(({ chain }) => chain);
        void tell(
          `event: changed\ndata: ${JSON.stringify(chains)}\n\nevent: moved\ndata: ${JSON.stringify(moved)}\n\n`,
        );
      });
      const beat = setInterval(() => void tell(': here\n\n'), BEAT_MS);
      const end = () => {
        stop();
        clearInterval(beat);
      };
      request.signal.addEventListener('abort', finish);
      say('retry: 2000\n\n');
    },
  });
  return new Response(stream, {
    headers: {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      'X-Accel-Buffering': 'no',
    },
  });
}
