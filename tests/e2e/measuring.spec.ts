import { type Browser, type Locator, type Page, expect, test } from './covered';
import type { JobPlan } from '../../demo/job';
import type { EntryOf } from '../../src/core/ledger/entries';
import { db } from '../../src/server/database';
import { drawCardScene } from '../../src/server/devices/card-scene';
import { entriesOf } from '../../src/server/entries/kept';
import { agreedJob, atTheRack, jobStarted } from '../support/shop';
import { Cable } from './cut';
import { enterPin, openMore, pinOf, signIn } from './hands';

test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });

const RUN = Date.now() % 10_000;
const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const figures = (page: Page) => page.getByRole('region', { name: 'Figures of this step' });
const tries = (page: Page) => page.getByRole('region', { name: 'Tries of this setting' });

async function tapFor(page: Page, command: string, button: Locator): Promise<void> {
  const answered = page.waitForResponse((response) => response.url().includes(`/api/commands/${command}`));
  await button.tap();
  expect((await answered).status()).toBe(200);
}

/** A figure on the pad: its row, then its keys. */
async function onPad(page: Page, name: string, keys: string): Promise<void> {
  await figures(page)
    .getByRole('button', { name: new RegExp(`^${name}`) })
    .first()
    .tap();
  const pad = page.getByRole('group', { name: `Pad for ${name}` });
  for (const key of keys)
    await pad.getByRole('button', { name: key === '.' ? 'point' : key, exact: true }).tap();
}

const SHACKLES: Partial<JobPlan> = {
  parts: ['OS-150'],
  targets: { front: null, rear: '23 1/8' },
  procedures: [{ id: 'rear-leaf-shackles', ways: ['isolator-kept', 'holes-fit'] }],
};

/** Off its wheels and back, as a hole is changed. */
async function upAndDown(page: Page): Promise<void> {
  for (const words of ['Raised, on lift or stands', 'Lower it onto its wheels']) {
    await page.getByTestId('support').tap();
    const sheet = page.getByRole('dialog');
    await sheet.getByRole('radio', { name: 'Rear' }).tap();
    await tapFor(page, 'support.set', sheet.getByRole('button', { name: words }));
    await expect(sheet).toHaveCount(0);
  }
}

async function tryHole(page: Page, hole: number, left: string, right: string): Promise<void> {
  const card = tries(page);
  await card.getByRole('radio', { name: `hole ${hole}` }).tap();
  await card.getByLabel(/left rear, as it stands/).fill(left);
  await card.getByLabel(/right rear, as it stands/).fill(right);
  await tapFor(page, 'try.record', card.getByRole('button', { name: `Record this try: hole ${hole}` }));
}

test('a bench-length pair off by 1.5 mm is answered as it is typed, not done, and mended', async ({
  page,
}) => {
  const job = await jobStarted(
    `MEAS ${RUN}1`,
    {
      vehicle: {
        label: 'Brae Tarn, four links',
        body: 'pick-up',
        plate: `MEAS ${RUN}1`,
        vin: '',
        drive: 'four-wheel',
        frontSuspension: 'coil-links',
        rearSuspension: 'coil-trailing',
        wheelbase: '2950 mm',
        distanceUnit: 'km',
      },
      parts: ['TI-33'],
      targets: { front: '22 1/2', rear: null },
      procedures: [{ id: 'link-coil-long-travel', ways: [] }],
    },
    'bench',
  ).catch((error: Error) => {
    throw new Error(`the job did not start: ${error.message}`);
  });
  await signIn(page, 'Ilse');
  await page.goto(`/bay/${job.orderId}`);
  await expect(heading(page)).toContainText('on the bench');
  await onPad(page, 'lower link, eye to eye, left', '486');
  await onPad(page, 'lower link, eye to eye, right', '487.5');
  // Half a turn in, as it is typed; nothing is recorded yet.
  await expect(
    figures(page).getByText(/It should be 485 mm to 487 mm.*1\.5 mm|0\.7 mm too much: Half a turn in\./),
  ).toBeVisible();
  await onPad(page, 'upper link, eye to eye, left', '402');
  await onPad(page, 'upper link, eye to eye, right', '402');
  await onPad(page, 'track bar, eye to eye', '881');
  await tapFor(
    page,
    'figure.record',
    page.getByRole('button', { name: 'Record these 5 figures', exact: true }),
  );
  // On record as it was read, and the step is not done by it.
  await page.getByRole('button', { name: 'Done', exact: true }).tap();
  await expect(
    page.getByText(
      /Lower link, eye to eye, right reads 487\.5 mm|lower link, eye to eye, right reads 487\.5 mm/,
    ),
  ).toBeVisible();
  await expect(figures(page).getByRole('button', { name: 'The lead leaves it so' })).toBeVisible();
  await onPad(page, 'lower link, eye to eye, right', '486');
  await tapFor(page, 'step.done', page.getByRole('button', { name: 'Record this figure: done' }));
  await expect(heading(page)).not.toContainText('on the bench');
  const read = (await entriesOf(db(), job.orderId)).filter(
    (entry): entry is EntryOf<'figure'> => entry.kind === 'figure' && entry.data.measureId === 'lower-right',
  );
  expect(read.map(({ data }) => [data.value, data.verdict])).toEqual([
    [487.5, 'high'],
    [486, 'within'],
  ]);
});

test('three shackle tries, the third inside the band that was said; no hole changes under the weight', async ({
  page,
}) => {
  const job = await jobStarted(`MEAS ${RUN}2`, SHACKLES, 'height-b');
  const target = (await job.state()).document!.planned!.heights!.LR;
  const inches = (mm: number) => `${Math.round(mm)} mm`;
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${job.orderId}`);
  await tryHole(page, 1, inches(target - 15), inches(target - 15));
  await expect(tries(page).getByRole('status')).toContainText(/^Next: hole \d/);
  // It stood on its wheels since: that hole is not in.
  const card = tries(page);
  await card.getByRole('radio', { name: 'hole 2' }).tap();
  await card.getByLabel(/left rear, as it stands/).fill(inches(target - 8));
  await card.getByLabel(/right rear, as it stands/).fill(inches(target - 8));
  await card.getByRole('button', { name: 'Record this try: hole 2' }).tap();
  await expect(page.getByText(/is not changed under the weight/)).toBeVisible();
  await upAndDown(page);
  await tryHole(page, 2, inches(target - 8), inches(target - 8));
  // What the first try said stands there until the second is answered.
  await expect(tries(page).getByRole('status')).toHaveText(/^Next: hole 3, gives .* to .*\.$/);
  await upAndDown(page);
  await tryHole(page, 3, inches(target - 1), inches(target - 1));
  await expect(tries(page).getByRole('status')).toContainText('It is there');
  const recorded = (await entriesOf(db(), job.orderId)).filter(
    (entry): entry is EntryOf<'try'> => entry.kind === 'try',
  );
  const third = recorded.at(-1)!.data;
  expect(third.value).toBeGreaterThanOrEqual(third.said!.low);
  expect(third.value).toBeLessThanOrEqual(third.said!.high);
});

test('a coil is not cut further where it would stand too low too often, unless the lead lets it be cut', async ({
  page,
}) => {
  const job = await jobStarted(
    `MEAS ${RUN}3`,
    {
      parts: ['CC-F'],
      before: ['20 mm', '20', '22', '22'].map((text) => text.replace(' mm', '')) as JobPlan['before'],
      targets: { front: '19 1/2', rear: null },
      procedures: [{ id: 'lowering', ways: ['hangers-kept'] }],
    },
    'coil-cut-L',
  );
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${job.orderId}`);
  await page.getByRole('button', { name: 'The lead says yes first' }).tap();
  await enterPin(page, 'Odalys', 'Yes, do it');
  const cuts = page.getByRole('region', { name: 'Cuts' });
  const cutIt = async (cut: number): Promise<boolean> => {
    await cuts.getByLabel(/Free length now/).fill(String(400 - 8 * cut));
    const answered = page.waitForResponse((response) => response.url().includes('/api/commands/cut.record'));
    await cuts.getByRole('button', { name: 'Cut and measured' }).tap();
    if ((await answered).status() !== 200) return false;
    await expect(cuts.getByText(new RegExp(`cut ${cut}:`))).toBeVisible();
    return true;
  };
  let stoppedAt = 1;
  while (stoppedAt < 9 && (await cutIt(stoppedAt))) stoppedAt += 1;
  expect(stoppedAt).toBeLessThan(9);
  await expect(cuts.getByText(/^Stop: .* would stand too low \d+ times? in ten/)).toBeVisible();
  await expect(cuts.getByRole('alert')).toContainText(/would stand too low \d+ times? in ten/);
  await cuts.getByRole('button', { name: 'The lead lets it be cut' }).tap();
  await page.getByRole('dialog').getByLabel('Reason').fill('measured twice; the donor coil is longer');
  await enterPin(page, 'Odalys', 'Lift it');
  expect(await cutIt(stoppedAt)).toBe(true);
});

test('only the tires changed, and from the hub it stands higher: asked once, and kept as measured again', async ({
  page,
}) => {
  const job = await jobStarted(
    `MEAS ${RUN}4`,
    {
      parts: ['TI-33'],
      targets: { front: null, rear: null },
      procedures: [{ id: 'wheels-tires-spacers', ways: ['no-spacers'] }],
      tires: 'LT245/75R17',
    },
    'settle',
  );
  await signIn(page, 'Brannoch');
  await page.goto(`/orders/${job.orderId}/heights`);
  const four = {
    'left front': '21',
    'right front': '20 7/8',
    'left rear': '22 11/16',
    'right rear': '22 5/8',
  };
  for (const [corner, text] of Object.entries(four))
    await page.getByLabel(corner, { exact: true }).fill(text);
  await expect(
    page.getByText(/Only wheels and tires changed, and from the hub it stands/).first(),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /left front: the tape goes/ })).toBeVisible();
  for (const words of ['Tire pressure set', 'Level floor', 'Steering straight'])
    await page.getByLabel(words).check();
  await page.getByRole('button', { name: 'Record these heights' }).tap();
  const again = page.getByRole('button', { name: 'Measured again, it did read so' });
  await expect(again).toBeVisible();
  await tapFor(page, 'heights.record', again);
  const last = (await job.state()).heights.at(-1)!.entry.data;
  expect(last.doubted).toMatchObject({ kind: 'tires alone' });
});

/** Old and new of a strut, on the plan’s page. */
async function compareStruts(page: Page, foot: string, source: string, fit: string): Promise<void> {
  const card = page.getByRole('region', { name: 'Old beside new' });
  if (
    !(await card.getByRole('radio', { name: 'strut' }).count()) ||
    !(await card.getByRole('radio', { name: 'strut' }).isVisible())
  )
    await card.getByText('Compare another part').tap();
  await card.getByRole('radio', { name: 'strut' }).tap();
  const typed: Record<string, [string, string]> = {
    foot: ['62 mm', foot],
    stud: ['110 mm', '110 mm'],
    bolt: ['14 mm', '14 mm'],
    open: ['560 mm', '575 mm'],
  };
  for (const [id, [old, fresh]] of Object.entries(typed)) {
    await card.locator(`[name="pairs.${id}.old"]`).fill(old);
    await card.locator(`[name="pairs.${id}.fresh"]`).fill(fresh);
  }
  await card.getByLabel('The one that goes on is').tap();
  await page.getByRole('option', { name: source, exact: true }).tap();
  await card.getByLabel(/Where it is from, its condition/).fill(fit);
  await tapFor(page, 'compare.record', card.getByRole('button', { name: 'Record both parts as compared' }));
}

test('a donor strut that does not match stops the start; another is taken, with the lead’s yes', async ({
  page,
}) => {
  const job = await agreedJob(`MEAS ${RUN}5`);
  await signIn(page, 'Odalys');
  await page.goto(`/orders/${job.orderId}/plan`);
  await compareStruts(page, '66 mm', 'donor', 'from the yard, dry, no play');
  const card = page.getByRole('region', { name: 'Old beside new' });
  await expect(card.getByText(/It does not go on: spacing of the foot bolts/)).toBeVisible();
  await expect(job.started()).rejects.toThrow(/does not match/);
  await compareStruts(page, '62.3 mm', 'donor', 'from the second yard, dry, no play');
  await expect(card.getByText('It matches where it has to.')).toBeVisible();
  await card.getByRole('button', { name: 'The lead says yes to this part' }).tap();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel(/reason/i).fill('measured on the bench, dry and straight');
  await sheet.getByRole('radio', { name: 'Odalys' }).tap();
  await sheet.getByLabel('PIN').fill(pinOf('Odalys'));
  await tapFor(page, 'override.record', sheet.getByRole('button', { name: 'Lift it' }));
  await expect(card.getByRole('button', { name: 'The lead says yes to this part' })).toHaveCount(0);
  await job.started();
  expect((await job.state()).run).not.toBeNull();
});

test('a height by photograph, confirmed by the tape, stands on the packet with its picture', async ({
  page,
}) => {
  const job = await atTheRack(`MEAS ${RUN}6`);
  const mm = (await job.state()).heights.at(-1)!.mm.LF;
  await signIn(page, 'Brannoch');
  await page.goto(`/orders/${job.orderId}/heights/photo`);
  await page.getByRole('radio', { name: 'left front' }).tap();
  await page.getByLabel(/How far the hub stands out/).fill('40');
  await page.getByRole('button', { name: 'With the stand-in camera' }).tap();
  await expect(page.getByText('The card was found by itself.')).toBeVisible();
  const scene = await drawCardScene({ seed: 1, heightMm: mm, outOfPlane: 40 });
  const board = page.getByTestId('tapped-picture');
  await board.scrollIntoViewIfNeeded();
  for (const [name, at] of [
    [/^1: hub center/, scene.hub],
    [/^2: fender lip/, scene.lip],
  ] as const) {
    const box = (await board.boundingBox())!;
    const handle = (await page.getByRole('button', { name }).boundingBox())!;
    await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
    await page.mouse.down();
    await page.mouse.move(
      box.x + (at.x / scene.width) * box.width,
      box.y + (at.y / scene.height) * box.height,
      { steps: 5 },
    );
    await page.mouse.up();
  }
  await expect(page.getByTestId('photo-reading')).toBeVisible();
  await tapFor(
    page,
    'photo.height',
    page.getByRole('button', { name: 'Record this reading with its picture' }),
  );
  await expect(page.getByText('Recorded: the tape says the same, within both errors.')).toBeVisible();
  const [kept] = (await job.state()).photoHeights;
  expect(Math.abs(kept!.data.value - mm)).toBeLessThan(6);
  expect(kept!.data.tape).toMatchObject({ agrees: true });
  // Never among the heights, and told on the papers beside its picture.
  expect((await job.state()).heights.at(-1)!.mm.LF).toBe(mm);
  await page.goto(`/orders/${job.orderId}/handoff`);
  await expect(page.getByText(/Hub to lip, left front: .*the tape says the same/).first()).toBeVisible();
  await expect(page.locator(`img[src*="${kept!.data.photoId}"]`).first()).toBeAttached();
});

/** A tablet in the bay that could go on without network; from here on it has none, where it hangs on a cable. */
async function inTheBay(browser: Browser, url: string, orderId: string, cable?: Cable) {
  const context = await browser.newContext({
    baseURL: url,
    hasTouch: true,
    viewport: { width: 820, height: 1180 },
  });
  const page = await context.newPage();
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${orderId}`);
  await expect(heading(page)).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect
    .poll(() => page.evaluate(async () => Boolean(await (await caches.open('bay-shell')).match('/bay'))))
    .toBe(true);
  return {
    page,
    cut: () => cable?.cut(),
    async sent() {
      cable?.mend();
      await openMore(page);
      await expect(page.getByRole('button', { name: /not sent yet/ })).toHaveCount(0, { timeout: 60_000 });
      await context.close();
    },
  };
}

/** The same measured with the network cut and with it: what is recorded is the same. */
async function alikeWithout(
  browser: Browser,
  jobs: [away: { orderId: string }, here: { orderId: string }],
  measure: (page: Page, cut: () => void) => Promise<void>,
  kinds: string[],
): Promise<void> {
  const counts = await Promise.all(jobs.map(async ({ orderId }) => (await entriesOf(db(), orderId)).length));
  const base = process.env.BASE_URL!;
  for (const [index, { orderId }] of jobs.entries()) {
    const cable = index === 0 ? await Cable.to(base) : undefined;
    const tablet = await inTheBay(browser, cable?.url ?? base, orderId, cable);
    await measure(tablet.page, tablet.cut);
    await tablet.sent();
    cable?.close();
  }
  const [sent, online] = await Promise.all(
    jobs.map(async ({ orderId }, index) =>
      (await entriesOf(db(), orderId))
        .slice(counts[index])
        .filter(({ kind }) => kinds.includes(kind))
        .map(({ kind, data }) => ({ kind, data })),
    ),
  );
  expect(online!.map(({ kind }) => kind)).toEqual(kinds);
  expect(sent).toEqual(online);
}

test('a try and figures without network, sent later, are recorded as with it', async ({ browser }) => {
  const jobs = [
    await jobStarted(`MEAS ${RUN}7`, SHACKLES, 'height-b'),
    await jobStarted(`MEAS ${RUN}8`, SHACKLES, 'height-b'),
  ] as const;
  await alikeWithout(
    browser,
    [...jobs],
    async (page, cut) => {
      // The cards of this step are there before the network goes.
      await expect(tries(page)).toBeVisible();
      await expect(figures(page)).toBeVisible();
      cut();
      const card = tries(page);
      await card.getByRole('radio', { name: 'hole 2' }).tap();
      await card.getByLabel(/left rear, as it stands/).fill('580 mm');
      await card.getByLabel(/right rear, as it stands/).fill('579 mm');
      await card.getByRole('button', { name: 'Record this try: hole 2' }).tap();
      await expect(card.getByText(/1\. hole 2: 580 mm and 579 mm/)).toBeVisible();
      for (const [name, text] of [
        ['gain from the shackle', '21 mm'],
        ['shackle angle', '9.5'],
      ] as const) {
        await figures(page)
          .getByRole('button', { name: new RegExp(`^${name}`) })
          .first()
          .tap();
        await figures(page).getByLabel(name, { exact: true }).fill(text);
      }
      await page.getByRole('button', { name: 'Record these 2 figures', exact: true }).tap();
      await expect(figures(page).getByText('recorded').first()).toBeVisible();
    },
    ['try', 'figure', 'figure'],
  );
});

test('old beside new and the step it is for without network, sent later, are recorded as with it', async ({
  browser,
}) => {
  const jobs = [
    await jobStarted(`MEAS ${RUN}91`, SHACKLES, 'holes'),
    await jobStarted(`MEAS ${RUN}92`, SHACKLES, 'holes'),
  ] as const;
  await alikeWithout(
    browser,
    [...jobs],
    async (page, cut) => {
      const card = page.getByRole('region', { name: 'Old shackle beside new' });
      await expect(card.locator('[name="pairs.bolt.old"]')).toBeVisible();
      await expect(figures(page)).toBeVisible();
      cut();
      for (const [id, old, fresh] of [
        ['bolt', '14 mm', '16 mm'],
        ['width', '64 mm', '64 mm'],
      ] as const) {
        await card.locator(`[name="pairs.${id}.old"]`).fill(old);
        await card.locator(`[name="pairs.${id}.fresh"]`).fill(fresh);
      }
      const record = card.getByRole('button', { name: 'Record both parts as compared' });
      await record.tap();
      await expect(card.getByText(/It does not go on: bolt hole/)).toBeVisible();
      // Another is taken.
      // The old one is the same: it stands there.
      await expect(card.locator('[name="pairs.width.old"]')).toHaveValue('64 mm');
      await card.locator('[name="pairs.bolt.fresh"]').fill('14.2 mm');
      await card.locator('[name="pairs.width.fresh"]').fill('64 mm');
      await record.tap();
      await expect(card.getByText('It matches where it has to.')).toBeVisible();
      for (const [name, text] of [
        ['hole in the plate', '14.2 mm'],
        ['bolt shank', '14 mm'],
      ] as const) {
        await figures(page)
          .getByRole('button', { name: new RegExp(`^${name}`) })
          .first()
          .tap();
        await figures(page).getByLabel(name, { exact: true }).fill(text);
      }
      const words = await heading(page).innerText();
      await page.getByRole('button', { name: 'Record these 2 figures: done' }).tap();
      await expect(heading(page)).not.toHaveText(words);
    },
    ['compared', 'compared', 'step.done', 'figure', 'figure'],
  );
});
