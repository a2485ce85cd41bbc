import { appendFileSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { type ScriptCov, mergeScriptCovs } from '@bcoe/v8-coverage';
import { type Browser, type BrowserContext, type Page, type Response, test as plain } from '@playwright/test';
import { CREW } from '../../demo/crew';

export * from '@playwright/test';

const BUILT = path.join(__dirname, '..', '..', '.next', 'static');

/** What of our own scripts every page of a browser ran, in the form the engine itself writes it. */
class Ran {
  private readonly scripts = new Map<string, ScriptCov>();

  /** From here on; @returns what takes in what its pages ran, before they go */
  watch(context: BrowserContext): () => Promise<void> {
    const pages = new Map<Page, Promise<unknown>>();
    const start = (page: Page) =>
      pages.set(
        page,
        page.coverage.startJSCoverage({ resetOnNavigation: false }).catch(() => null),
      );
    const takeIn = async (page: Page) => {
      await pages.get(page);
      if (!page.isClosed()) this.take(await page.coverage.stopJSCoverage().catch(() => []));
    };
    context.on('page', (page) => {
      start(page);
      // The engine forgets the scripts of a document that is left.
      for (const leave of ['goto', 'reload'] as const) {
        const go = page[leave].bind(page) as (...given: never[]) => Promise<never>;
        page[leave] = async (...given: never[]) => {
          if (page.url() !== 'about:blank') {
            await takeIn(page);
            start(page);
          }
          return go(...given);
        };
      }
    });
    return async () => {
      for (const page of pages.keys()) await takeIn(page);
      pages.clear();
    };
  }

  private take(all: Awaited<ReturnType<Page['coverage']['stopJSCoverage']>>): void {
    for (const { url, functions } of all) {
      const name = /\/_next\/static\/(.+\.js)(\?|$)/.exec(url)?.[1];
      if (!name) continue;
      const file = `file://${path.join(BUILT, name)}`;
      const before = this.scripts.get(file);
      const now: ScriptCov = { scriptId: '0', url: file, functions };
      this.scripts.set(file, before ? mergeScriptCovs([before, now])! : now);
    }
  }

  keep(folder: string): void {
    mkdirSync(folder, { recursive: true });
    const name = `browser-${process.pid}.json`;
    writeFileSync(path.join(folder, name), JSON.stringify({ result: [...this.scripts.values()] }));
  }
}

/** A page is used when its buttons work, as its look says. */
function waitUntilReady(page: Page): void {
  const whenReady = async (answer: Response | null, options?: { waitUntil?: string }) => {
    // Pictures and papers are never marked.
    const pageText = answer?.headers()['content-type']?.includes('text/html');
    if (!pageText || options?.waitUntil === 'commit') return answer;
    await page
      .locator('html[data-ready]')
      .waitFor({ state: 'attached', timeout: 10_000 })
      .catch(() => undefined);
    return answer;
  };
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  page.goto = async (url, options) => whenReady(await goto(url, options), options);
  page.reload = async (options) => whenReady(await reload(options), options);
}

/** What the run comes by that nobody is to read in a log: sessions, devices’ secrets, keys of customers’ pages. */
const secretsFile = process.env.WRENCHWISE_SECRETS;
const isSecret = (text: string): void => {
  if (secretsFile && text) appendFileSync(secretsFile, `${decodeURIComponent(text)}\n${text}\n`);
};
function keepSecrets(context: BrowserContext): () => Promise<void> {
  context.on('page', (page) =>
    page.on('framenavigated', (frame) => isSecret(/\/c\/([^/?#]+)/.exec(frame.url())?.[1] ?? '')),
  );
  return async () => {
    for (const { name, value } of await context.cookies().catch(() => []))
      if (name.startsWith('wl_')) isSecret(value);
  };
}
for (const { password } of CREW) isSecret(password);

/** A test as it is; in a whole run its browser keeps in mind which lines its pages ran. */
export const test = plain.extend<{ watched: void }, { ran: Ran | null; browser: Browser }>({
  ran: [
    async ({}, hand) => {
      const folder = process.env.WRENCHWISE_COVERAGE;
      const ran = folder ? new Ran() : null;
      await hand(ran);
      ran?.keep(folder!);
    },
    { scope: 'worker' },
  ],
  browser: [
    async ({ browser, ran }, hand) => {
      const newContext = browser.newContext.bind(browser);
      browser.newContext = async (options) => {
        const context = await newContext(options);
        context.on('page', waitUntilReady);
        const keep = keepSecrets(context);
        const takeIn = ran?.watch(context);
        const close = context.close.bind(context);
        context.close = async (more) => {
          await keep();
          await takeIn?.();
          await close(more);
        };
        return context;
      };
      await hand(browser);
    },
    { scope: 'worker' },
  ],
  // The page a test is given comes from a context of its own making.
  watched: [
    async ({ context, ran }, hand) => {
      context.on('page', waitUntilReady);
      const keep = keepSecrets(context);
      const takeIn = ran?.watch(context);
      await hand();
      await keep();
      await takeIn?.();
    },
    { auto: true },
  ],
});
