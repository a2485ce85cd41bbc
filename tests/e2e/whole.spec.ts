import { type Page, expect, test } from './covered';
import { db } from '../../src/server/database';
import { entriesOf } from '../../src/server/entries/kept';
import { onTheLift } from '../support/shop';
import { doneInput } from '../support/readings';
import { Cable } from './cut';
import { agreeWeek, choose, DONE, give, signIn, typeFigures } from './hands';

const RUN = Date.now() % 10_000;

test('the week: planned, asked what if, changed only when accepted, pinned, agreed', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/week');
  await expect(page.getByRole('table')).toBeVisible();
  await page.getByRole('button', { name: 'How this was worked out' }).click();
  await expect(page.getByText(/orders of work looked at/)).toBeVisible();
  await expect(page.getByText(/in 10|nearly certain|very unlikely|in 20/).first()).toBeVisible();
  // Asked, looked at, left: nothing is changed.
  await choose(page.getByLabel('What if', { exact: true }), 'tech out');
  await choose(page.getByLabel('Who', { exact: true }), { label: 'Brannoch' });
  await page.getByLabel('Days', { exact: true }).fill('3');
  await page.getByRole('button', { name: 'See what it does' }).click();
  const would = page.getByRole('region', { name: 'What it would do' });
  await expect(would.getByRole('group', { name: 'The week as it stands' })).toBeVisible({ timeout: 60_000 });
  await expect(would.getByRole('group', { name: 'The week then' })).toBeVisible();
  expect(await db().rows('SELECT day FROM week_away')).toHaveLength(0);
  await would.getByRole('button', { name: 'Leave it as it is' }).click();
  await expect(would).toHaveCount(0);
  expect(await db().rows('SELECT day FROM week_away')).toHaveLength(0);
  // A rush job that is so: the week is planned with it.
  await choose(page.getByLabel('What if', { exact: true }), 'rush job');
  await page.getByLabel('Which car', { exact: true }).fill(`Mail sledge ${RUN}`);
  await page.getByLabel('Hours', { exact: true }).fill('2,5');
  await page.getByRole('button', { name: 'See what it does' }).click();
  await would.getByRole('button', { name: 'It is so: plan with it' }).click();
  const line = page.getByRole('row', { name: new RegExp(`^Mail sledge ${RUN}`) });
  await expect(line).toBeVisible();
  await line.getByRole('button').click();
  await choose(page.getByLabel('By', { exact: true }), { label: 'Teodor' });
  await page.getByRole('button', { name: 'Pin it there' }).click();
  await expect(page.getByText(/The work: Teodor/)).toBeVisible();
  await agreeWeek(page);
  // From then on the day says beside each promise when the car is likely done.
  await page.goto('/');
  await expect(page.getByText(/^likely \w{3} \d+ \w{3} \d\d:\d\d$/).first()).toBeVisible();
  await page.goto('/week');
  const slots = await db().rows<{ person_id: string }>(
    'SELECT week_slot.person_id FROM week_slot JOIN week_rush ON week_rush.id = job_id WHERE label = ?',
    [`Mail sledge ${RUN}`],
  );
  const teodor = await db().row<{ id: string }>("SELECT id FROM person WHERE name = 'Teodor'");
  expect(slots.map((row) => row.person_id)).toEqual([teodor!.id]);
  // By keyboard from strip to strip.
  const strip = page.getByRole('group', { name: 'The week, place by place' }).getByRole('button').first();
  await strip.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-strip]:focus')).toHaveCount(1);
});

const stepsDone = async (orderId: string) =>
  (await entriesOf(db(), orderId)).filter(({ kind }) => kind === 'step.done').length;

test('two people at once: what one records the other sees within a second', async ({ browser }) => {
  const job = await onTheLift(`LIVE ${RUN}`);
  const [one, two] = await Promise.all(
    (['Brannoch', 'Ilse'] as const).map(async (name) => {
      const page = await (await browser.newContext()).newPage();
      await signIn(page, name);
      // Its live channel stands before anybody writes.
      const live = page.waitForResponse((response) => response.url().endsWith('/api/live'));
      await page.goto(`/bay/${job.orderId}`);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await live;
      return page;
    }),
  );
  const words = await two!.getByRole('heading', { level: 1 }).innerText();
  const began = Date.now();
  await one!.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(two!.getByRole('heading', { level: 1 })).not.toHaveText(words);
  const took = Date.now() - began;
  console.log(`seen by the other after ${took} ms`);
  // Both press the same step: one is recorded, the other hears what happened meanwhile.
  const before = await stepsDone(job.orderId);
  const step = await two!.getByRole('heading', { level: 1 }).innerText();
  for (const page of [one!, two!]) {
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(step);
    await typeFigures(page);
  }
  // At the same moment: a page that had heard of the other's press would do the next step by its own.
  const buttons = await Promise.all(
    [one!, two!].map((page) => page.getByRole('button', { name: DONE }).elementHandle()),
  );
  await Promise.all(buttons.map((button) => button!.evaluate((node) => (node as HTMLElement).click())));
  await expect.poll(() => stepsDone(job.orderId)).toBe(before + 1);
});

test('two orders of one car: intake says so, and the bay of one shows live what the other has in hand', async ({
  page,
}) => {
  const plate = `TWO ${RUN}`;
  const job = await onTheLift(plate);
  await signIn(page, 'Odalys');
  await page.goto('/orders/new');
  const before = page.getByLabel('Seen here before?');
  await before.click();
  await page.getByRole('option', { name: new RegExp(plate) }).click();
  await expect(page.getByText(/Order \d+ of this car is open, next:/)).toBeVisible();
  await choose(page.getByLabel('It comes for'), 'inspection');
  await page.getByLabel('Odometer', { exact: true }).fill('40050');
  await page.getByLabel('Tires fitted').fill('LT245/75R17');
  await page.getByLabel('In their words').fill('A noise behind');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(
    page.getByRole('alert').filter({ hasText: 'Go on there, wait until it is closed' }),
  ).toBeVisible();
  await page.getByLabel('Take it in beside').check();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page).toHaveURL(/\/work$/);
  const live = page.waitForResponse((response) => response.url().endsWith('/api/live'));
  await page.getByRole('button', { name: /^Start/ }).click();
  await expect(page).toHaveURL(/\/bay\//);
  await live;
  const inHand = page.getByText(/Order \d+ on this car has in hand: open: Wheel chocks/);
  await expect(inHand).toHaveCount(0);
  for (const step of ['look-front', 'witness', 'kit-front', 'chock'])
    await give(page, 'step.done', await doneInput(job.orderId, `C/${step}`));
  await expect(inHand).toBeVisible();
});

test('a slow network and one that drops its answers: each move is recorded once', async ({ browser }) => {
  const job = await onTheLift(`SLOW ${RUN}`);
  const cable = await Cable.to(process.env.BASE_URL!);
  const page = await (await browser.newContext({ baseURL: cable.url })).newPage();
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${job.orderId}`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  const before = (await entriesOf(db(), job.orderId)).length;
  const heading = page.getByRole('heading', { level: 1 });
  cable.delay = 700;
  let words = await heading.innerText();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(heading).not.toHaveText(words);
  // The request gets through, and its answer is torn on the way back.
  cable.delay = 300;
  words = await heading.innerText();
  await typeFigures(page);
  await page.getByRole('button', { name: DONE }).click();
  await expect.poll(() => stepsDone(job.orderId), { intervals: [20] }).toBe(2);
  cable.cut();
  await expect(page.getByRole('button', { name: /not sent yet/ })).toBeVisible();
  cable.delay = 0;
  cable.mend();
  await expect(heading).not.toHaveText(words);
  await expect(page.getByRole('button', { name: /not sent yet/ })).toHaveCount(0);
  const entries = (await entriesOf(db(), job.orderId)).slice(before);
  // The second reads four figures, each once.
  expect(entries.map(({ kind }) => kind).filter((kind) => kind === 'figure')).toHaveLength(4);
  expect(entries.map(({ kind }) => kind).filter((kind) => kind !== 'figure')).toEqual([
    'step.done',
    'step.done',
  ]);
  cable.close();
});

test('the finder and the keys: anything by a few letters, anywhere by two', async ({ page }) => {
  const job = await onTheLift(`FND ${RUN}`);
  await signIn(page, 'Odalys');
  await give(page, 'finding.record', {
    orderId: job.orderId,
    area: 'front',
    grade: 'note',
    text: `Grease nipple number ${RUN} weeps`,
    photoId: null,
  });
  await page.keyboard.press('/');
  const field = page.getByPlaceholder(/Plate, name, part/);
  await field.fill(`nipple ${RUN}`);
  await expect(page.getByRole('option', { name: /weeps/ })).toBeVisible();
  await field.fill(`nd${RUN}`);
  await expect(page.getByRole('option', { name: new RegExp(`FND ${RUN}`) })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`/orders/${job.orderId}`);
  await page.keyboard.press('g');
  await page.keyboard.press('w');
  await expect(page).toHaveURL('/week');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

/** Tabs until what has the focus answers to a name. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let guard = 0; guard < 140; guard += 1) {
    await page.keyboard.press('Tab');
    const here = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement | null;
      if (!at || at === document.body) return '';
      const label = at.id ? document.querySelector(`label[for="${at.id}"]`)?.textContent : '';
      return `${at.getAttribute('aria-label') ?? ''} ${label ?? ''} ${at.textContent ?? ''}`;
    });
    if (name.test(here)) return;
  }
  throw new Error(`nothing called ${name} can be reached by Tab`);
}

test('the main job by keyboard alone: signed in, found, stepped, torqued', async ({ page }) => {
  const job = await onTheLift(`KEY ${RUN}`);
  await page.goto('/sign-in');
  await tabTo(page, /Name/);
  await page.keyboard.type('Brannoch');
  await tabTo(page, /Password/);
  await page.keyboard.type('paint-pen-brannoch');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL('/');
  await page.keyboard.press('/');
  await page.keyboard.type(`KEY ${RUN}`);
  await expect(page.getByRole('option', { name: new RegExp(`KEY ${RUN}`) })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`/orders/${job.orderId}`);
  await page.goto(`/bay/${job.orderId}`);
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toBeVisible();
  const torqued = async () => (await entriesOf(db(), job.orderId)).some((entry) => entry.kind === 'torque');
  for (let guard = 0; guard < 40 && !(await torqued()); guard += 1) {
    const words = await heading.innerText();
    const take = page.getByRole('button', { name: /^Record( pass|:| \d)/ });
    if (await take.count()) {
      const offered = await take.allInnerTexts();
      await tabTo(page, /^\s*Record( pass|:| \d)/);
      await page.keyboard.press('Enter');
      await expect.poll(() => take.allInnerTexts()).not.toEqual(offered);
      continue;
    }
    const figures = page.locator('section[aria-label="Figures of this step"] li');
    if (await figures.count()) {
      const first = await figures.first().locator('button').first().innerText();
      await tabTo(page, new RegExp(first.replace(/[^a-z ,-]/gi, '.'), 'i'));
      await page.keyboard.press('Tab');
      // Enter goes on to the next figure by itself.
      for (let left = await figures.count(); left > 0; left -= 1) {
        await page.keyboard.type('12');
        await page.keyboard.press('Enter');
      }
    }
    await tabTo(page, /^\s*(Done|Record (this figure|these \d+ figures): done)\s*$/);
    await page.keyboard.press('Enter');
    await expect(heading).not.toHaveText(words);
  }
  expect(await torqued()).toBe(true);
});
