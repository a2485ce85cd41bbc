import { type Locator, type Page, expect, test } from './covered';
import { db } from '../../src/server/database';
import {
  LEVEL_IN_INCHES,
  type Truck,
  checkIn,
  drawnPicture,
  enterPin,
  planBothEnds,
  roadTest,
  signIn,
  switchTo,
  takeIn,
  touching,
  typeHeights,
  workUntil,
  choose,
  find,
  openMore,
} from './hands';

test.use({ hasTouch: true });

const TRUCK: Truck = {
  label: 'Osk Drumlin 44, test crew cab',
  plate: 'E2E 844',
  customer: 'Middle Fork Ditch Riders',
  odometer: 30500,
  ...LEVEL_IN_INCHES,
};
const BAY = { width: 820, height: 1180 };
const DESK = { width: 1280, height: 800 };

const heading = (page: Page) => page.getByRole('heading', { level: 1 });
const done = (page: Page) => page.getByRole('button', { name: 'Done', exact: true });
const dialog = (page: Page) => page.getByRole('dialog');
const card = (page: Page, name: string) => page.getByRole('region', { name });

/** Takes a command's answer before going on: the page reads again after it. */
async function tapFor(page: Page, command: string, button: Locator): Promise<void> {
  const answered = page.waitForResponse((response) => response.url().includes(`/api/commands/${command}`));
  await button.tap();
  expect((await answered).status()).toBe(200);
}

/** Counts the fingers put on the glass while something is done. */
async function tapsOf(page: Page, work: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const counter = window as unknown as { taps: number };
    counter.taps = 0;
    window.addEventListener('pointerdown', () => (counter.taps += 1), { capture: true });
  });
  await work();
  return page.evaluate(() => (window as unknown as { taps: number }).taps);
}

/** Finds a step among all that are left and makes it the one to do now. */
async function goTo(page: Page, words: string): Promise<void> {
  await page.getByRole('button', { name: /in any safe order/ }).tap();
  await page.getByRole('button', { name: words }).first().tap();
  await expect(heading(page)).toHaveText(words);
}

/** The lead changes a value on the torque page. */
async function leadSets(page: Page, id: string, row: RegExp, fill: (sheet: Locator) => Promise<void>) {
  await page.setViewportSize(DESK);
  await page.goto(`/orders/${id}/torque`);
  for (const one of await page.getByRole('row', { name: row }).all()) {
    await one.getByRole('button', { name: 'Change value' }).click();
    await fill(dialog(page));
    await page.getByRole('button', { name: 'Record it' }).click();
    const keep = page.getByRole('button', { name: 'That is what the sheet says: record it' });
    await expect(keep.or(one.getByText('e2e sheet')).first()).toBeVisible();
    if (await keep.count()) await keep.click();
    await expect(dialog(page)).toHaveCount(0);
  }
}

test('a whole two-end job in the bay, by touch', async ({ page }) => {
  touching(true);
  await signIn(page, 'Odalys');
  const id = await takeIn(page, TRUCK);
  await typeHeights(page, TRUCK, TRUCK.before);
  await page.getByRole('button', { name: 'Record these heights' }).click();
  await expect(page).toHaveURL(`/orders/${id}`);
  await planBothEnds(page, id, TRUCK);
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await page.getByRole('button', { name: 'The customer says yes' }).click();
  await expect(page.getByText(/The customer said yes in the shop/)).toBeVisible();
  await checkIn(page, id);

  // Before teardown: what to lay out, who is needed when, what waits for a yes.
  await page.goto(`/orders/${id}/work`);
  const pull = page.getByRole('region', { name: 'Pull list' });
  await expect(pull.getByRole('heading', { name: 'Sockets and crowfeet' })).toBeVisible();
  await expect(pull.getByText('7/8 deep socket 1/2 drive')).toBeVisible();
  await expect(pull.getByText('Every part is checked in, every fastener has a value.')).toBeVisible();
  await page.getByRole('button', { name: 'Start 2 procedures as one run' }).click();
  await expect(page).toHaveURL(`/bay/${id}`);

  // The lead: stretch bolts in the arms go by torque and angle; the carrier bearing has no value.
  await leadSets(page, id, /Lower arm pivots/, async (sheet) => {
    await sheet.getByLabel('Value', { exact: true }).fill('110');
    await choose(sheet.getByLabel('Unit'), 'nm');
    await sheet.getByLabel('Then by angle, degrees').fill('90');
    await sheet.getByLabel(/Source/).fill('e2e sheet, line 2');
  });
  await page
    .getByRole('row', { name: /Carrier-bearing bolts/ })
    .getByRole('button', { name: 'Change value' })
    .click();
  await choose(dialog(page).getByLabel('What there is'), 'missing');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByText('No value', { exact: true })).toBeVisible();

  // The tech, with gloves on.
  await switchTo(page, 'Brannoch');
  await page.setViewportSize(BAY);
  await page.goto(`/bay/${id}`);
  await page.getByRole('button', { name: 'Start clock' }).tap();
  await expect(page.getByText(/Brannoch on it since/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Then' }).getByRole('listitem')).toHaveCount(2);

  // Taps counted: a plain step is one.
  await workUntil(page, /Witness marks/, 'Ilse');
  await workUntil(page, /chock the wheels/, 'Ilse');
  const plain = await tapsOf(page, async () => {
    await tapFor(page, 'step.done', done(page));
    await expect(heading(page)).not.toHaveText(/chock the wheels/);
  });
  expect(plain).toBe(1);

  // A helper is called over by one tap on their badge, and goes back by another.
  await openMore(page);
  await page.getByRole('button', { name: 'Call Ilse to help' }).tap();
  await expect(page.getByText(/Ilse on it since/)).toBeVisible();
  await page.getByRole('button', { name: 'Ilse goes back' }).tap();
  await expect(page.getByText(/Ilse on it since/)).toHaveCount(0);

  // Out of order is real life: the right rear cable first, before anything at the front; an unsafe one is not now.
  await workUntil(page, /Free the left speed-sensor lead/, 'Ilse');
  await goTo(page, 'Left damper off at the bottom');
  await expect(page.getByText('Not now')).toBeVisible();
  await expect(page.getByText(/This is done raised with the axle held/)).toBeVisible();
  await expect(done(page)).toBeDisabled();
  await page.reload();
  await goTo(page, 'Free the right park-brake cable from its bracket');
  await tapFor(page, 'step.done', done(page));
  await expect(
    page
      .getByRole('region', { name: 'Open on the car' })
      .getByRole('button', { name: /Park-brake cable bracket, right rear/ }),
  ).toBeVisible();
  await expect(heading(page)).toHaveText(/Free the left speed-sensor lead/);

  // Lowering with a hose bracket off is refused, and says which.
  await workUntil(page, /Bar link off the left knuckle/, 'Ilse');
  await page.getByRole('button', { name: /It stands/ }).tap();
  await expect(dialog(page).getByText(/Do not lower it: .*Brake-hose bracket, left front/)).toBeVisible();
  await dialog(page).getByRole('button', { name: 'Lower it onto its wheels' }).tap();
  await expect(dialog(page).getByRole('alert')).toContainText('Brake-hose bracket, left front');
  await dialog(page).getByRole('button', { name: 'Close' }).tap();
  await expect(page.getByTestId('support')).toContainText('raised');

  // What is open is tapped: the step that opened it.
  await page
    .getByRole('region', { name: 'Open on the car' })
    .getByRole('button', { name: /Brake-hose bracket, left front/ })
    .tap();
  await expect(
    dialog(page).getByText(/Opened by “Unbolt the left brake-hose bracket”, Brannoch/),
  ).toBeVisible();
  await dialog(page).getByRole('button', { name: 'Close' }).tap();

  // A stuck bolt: one tap on its fastener, and heat in the end.
  await tapFor(page, 'stuck.begin', page.getByRole('button', { name: /^Stuck starts/ }));
  await page.getByRole('button', { name: /Stuck \d+ min/ }).tap();
  await tapFor(page, 'stuck.end', dialog(page).getByRole('button', { name: 'heat' }));
  await expect(page.getByRole('button', { name: /^Stuck starts/ })).toBeVisible();

  // Found on the spot: priced and asked, and the work goes on.
  await page.getByRole('button', { name: 'Found', exact: true }).tap();
  await dialog(page).getByLabel('What was found').fill('Left boot split');
  await dialog(page).getByLabel('Price, to ask the customer').fill('85.00');
  // The minutes were forgotten: the finding is kept, and only they are asked for.
  await dialog(page).getByRole('button', { name: 'Record it, go on' }).tap();
  await expect(dialog(page).getByText(/What was found is written down/)).toBeVisible();
  await dialog(page).getByLabel('Minutes, about').fill('40');
  await tapFor(page, 'offer.make', dialog(page).getByRole('button', { name: 'Ask the customer' }));
  await expect(dialog(page)).toHaveCount(0);

  // What still holds the rear axle.
  await page.getByRole('button', { name: 'What is still tight here' }).tap();
  await dialog(page).getByRole('button', { name: 'rear', exact: true }).tap();
  await expect(dialog(page).getByText('Damper lower bolt, left rear')).toBeVisible();
  await dialog(page).getByRole('button', { name: 'Close' }).tap();

  // Another way while it runs: the studs are trimmed, by the lead's yes.
  await page.getByRole('button', { name: 'Another way' }).tap();
  await dialog(page).getByLabel('Top studs trimmed to length').check();
  await dialog(page).getByLabel('Why this way').fill('the new studs are not here');
  await enterPin(page, 'Odalys', 'Go on this way');
  await workUntil(page, /Trim the left studs/, 'Ilse');
  // It cannot be undone: target against measured, and the lead's yes.
  await expect(page.getByText(/target 22 3\/8.*measured/i).first()).toBeVisible();
  await page.getByRole('button', { name: 'The lead says yes first' }).tap();
  await enterPin(page, 'Odalys', 'Yes, do it');
  await expect(page.getByRole('button', { name: 'The lead says yes first' })).toHaveCount(0);

  // The upper joint: a second person checks it with their own PIN.
  await workUntil(page, /Left upper joint home/, 'Ilse');
  await page
    .getByRole('button', { name: /^Record \d/ })
    .first()
    .tap();
  await page.getByRole('button', { name: 'Second check' }).tap();
  await expect(dialog(page).getByRole('radio', { name: 'Brannoch' })).toHaveCount(0);
  await enterPin(page, 'Ilse', 'I checked it');
  await expect(page.getByText(/torqued and checked by a second person/)).toBeVisible();
  await workUntil(page, /Trim the right studs/, 'Ilse');
  await page.getByRole('button', { name: 'The lead says yes first' }).tap();
  await enterPin(page, 'Odalys', 'Yes, do it');

  // No value: the maker is asked and the car stays; an interim with its basis; and the lead's own with its source.
  await workUntil(page, /Carrier bearing back/, 'Ilse');
  const carrier = card(page, 'Carrier-bearing bolts, Carrier-bearing bolts');
  await carrier.getByRole('button', { name: 'Ask the maker; the car stays' }).tap();
  await dialog(page).getByRole('button', { name: 'Record it' }).tap();
  await expect(carrier.getByText('The maker was asked.', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: /Torque first/ })).toBeDisabled();
  await carrier.getByRole('button', { name: 'A temporary value, with its source' }).tap();
  await dialog(page).getByLabel('Value', { exact: true }).fill('35');
  await dialog(page).getByLabel(/Basis/).fill('printed grade table, M10 8.8');
  await enterPin(page, 'Odalys', 'Record it');
  await expect(carrier.getByText('temporary', { exact: true })).toBeVisible();
  await tapFor(page, 'torque.record', carrier.getByRole('button', { name: /^Record 35/ }));
  await expect(carrier.getByText('torqued', { exact: false }).first()).toBeVisible();
  await switchToLeadValue(page, id);
  await page.setViewportSize(BAY);
  await page.goto(`/bay/${id}`);
  await workUntil(page, /Carrier bearing back/, 'Ilse');
  await tapFor(page, 'torque.record', carrier.getByRole('button', { name: /^Record 39/ }));
  await expect(done(page)).toBeEnabled();

  // On its wheels: torque, then angle.
  await workUntil(page, /Torque the lower arm pivots/, 'Ilse');
  const left = card(page, 'Lower arm pivots, left front');
  await expect(left.getByText('+ 90°')).toBeVisible();
  await tapFor(page, 'torque.record', left.getByRole('button', { name: /^Record 81/ }));
  await expect(left.getByText('snug only')).toBeVisible();
  await tapFor(page, 'torque.record', left.getByRole('button', { name: 'Record 90° turned' }));
  await expect(left.getByText(/turned 90°/)).toBeVisible();

  // Through a crowfoot the wrench is set lower, and says to what.
  await workUntil(page, /Torque the strut lower bolts/, 'Ilse');
  const lower = card(page, 'Strut lower bolt, left front');
  await lower.getByRole('button', { name: /^More ways/ }).tap();
  await lower.getByRole('button', { name: 'Extension' }).tap();
  await lower.getByLabel('Wrench, mm').fill('600');
  await lower.getByLabel('Extension, mm').fill('150');
  // 118 lbf·ft over 600 of 750 mm of lever.
  await expect(lower.getByText('94 lbf·ft')).toBeVisible();
  await tapFor(page, 'torque.record', lower.getByRole('button', { name: /^Record 118/ }));
  await expect(lower.getByText(/with extension/)).toBeVisible();

  // A wrench that sends its readings: pull left, pull right, one tap.
  await workUntil(page, /Torque the bar link nuts/, 'Ilse');
  await openMore(page);
  await page.getByRole('button', { name: 'Bind a wrench to this tablet' }).tap();
  await dialog(page)
    .getByRole('button', { name: /^Wrench 1/ })
    .tap();
  await expect(page.getByText('stand-in, bound to this tablet')).toBeVisible();
  let waitedFor: string | null = null;
  for (const side of ['left front', 'right front']) {
    const linked = card(page, `Bar link nut, ${side}`);
    // The tablet has told the server which fastener the next reading is for.
    const waiting = async () =>
      (
        await db().row<{ fastener_id: string | null }>(
          'SELECT fastener_id FROM wrench_link WHERE fastener_id IS NOT NULL LIMIT 1',
        )
      )?.fastener_id ?? waitedFor;
    await expect.poll(waiting).not.toBe(waitedFor);
    waitedFor = await waiting();
    const pulled = page.waitForResponse(
      (response) => response.url().endsWith('/api/wrench') && response.request().postData()!.includes('pull'),
    );
    await page.getByRole('button', { name: /^Pull to/ }).tap();
    await pulled;
    await expect(linked.getByText(/^torqued|, torqued/).first()).toBeVisible();
  }
  const afterPulls = await tapsOf(page, async () => {
    await tapFor(page, 'step.done', done(page));
    await expect(heading(page)).not.toHaveText(/Torque the bar link nuts/);
  });
  expect(afterPulls).toBe(1);

  // The walk of what is left, once round the car.
  await openMore(page);
  await page.getByRole('button', { name: /Walk round/ }).tap();
  await expect(page.getByRole('region', { name: 'Walk round the car' })).toBeVisible();
  await page.getByRole('button', { name: 'Step by step again' }).tap();
  await workUntil(page, /Straight to the rack/, 'Ilse');
  await page.setViewportSize(DESK);
  await page.goto(`/orders/${id}/heights`);
  await typeHeights(page, TRUCK, TRUCK.after);
  await page.getByRole('button', { name: 'Record these heights' }).click();
  await expect(page.getByRole('rowheader', { name: /On wheels/ })).toBeVisible();
  await page.setViewportSize(BAY);
  await page.goto(`/bay/${id}`);
  await workUntil(page, /Road test/, 'Ilse');
  await page.setViewportSize(DESK);
  await roadTest(page, id, 30506, 30513);
  await page.setViewportSize(BAY);
  await page.goto(`/bay/${id}`);
  await workUntil(page, /Every step/, 'Ilse');

  // At the end two taps: what would be done differently, and whether that is proven here.
  await page.getByRole('radio', { name: 'wrong size' }).tap();
  await page.getByLabel('Which size it really takes').fill('the U-bolts took a 22 mm deep socket');
  await tapFor(page, 'lesson.record', page.getByRole('button', { name: 'Record it: proven here' }));
  await expect(page.getByText(/It stands with the procedure/)).toBeVisible();
  await page.getByRole('button', { name: 'Stop clock' }).tap();
  await dialog(page).getByRole('button', { name: 'done', exact: true }).tap();
  await expect(page.getByText('Nobody is on the clock')).toBeVisible();

  // The proposal stands with its procedure.
  await page.setViewportSize(DESK);
  await page.goto('/procedures');
  await expect(page.getByText('the U-bolts took a 22 mm deep socket')).toBeVisible();
  touching(false);
});

/** The real value arrives at the desk, and the torque by the interim does not count any more. */
async function switchToLeadValue(page: Page, id: string): Promise<void> {
  await page.goto('/');
  await switchTo(page, 'Odalys');
  await leadSets(page, id, /Carrier-bearing bolts/, async (sheet) => {
    await sheet.getByLabel('Value', { exact: true }).fill('39');
    await choose(sheet.getByLabel('Unit'), 'lbft');
    await sheet.getByLabel(/Source/).fill('e2e sheet from the maker');
  });
  await page.goto('/');
  await switchTo(page, 'Brannoch');
}

test('the shop edits a procedure: moved, checked, saved, compared, exported and imported', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  await page.goto('/procedures');
  await page.getByRole('link', { name: 'Preload spacer under the coil, front strut' }).click();
  await expect(page.getByText('No errors, all variants checked')).toBeVisible();
  // Down with the strut before the tower nuts are torqued again: the checker says where.
  await page
    .getByRole('button', { name: /^\d+ ?Left spring in the compressor/ })
    .first()
    .click();
  await page.getByRole('button', { name: /^Opens: remove/ }).click();
  await expect(page.getByText('Spring held in the compressor is closed while it is not open.')).toBeVisible();
  await find(page.getByRole('button', { name: 'Opens', exact: true }), 'clamped-L');
  await expect(page.getByText('No errors, all variants checked')).toBeVisible();
  await page.getByLabel('Minutes', { exact: true }).fill('17');
  await page
    .getByRole('button', { name: /^“(Lay|Spacers).*: one up$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Save the version' }).click();
  await expect(
    page
      .getByRole('alert')
      .filter({ hasText: /Write the reason|Fill/ })
      .first(),
  ).toBeVisible();
  await page.getByLabel('What changed, and why').fill('the compressor takes its time');
  await page.getByRole('button', { name: 'Save the version' }).click();
  await expect(page.getByRole('link', { name: 'Version 2' })).toBeVisible();
  await page.getByRole('link', { name: 'compare' }).click();
  const differences = page.getByRole('region', { name: 'Differences' });
  await expect(differences.getByRole('row', { name: /compress-L.*changed/ })).toContainText('17');
  await expect(differences.getByText('moved').first()).toBeVisible();

  const file = await page.request.get('/api/procedures/preload-spacer');
  const procedure = (await file.json()) as { id: string; title: string };
  expect(file.headers()['content-disposition']).toContain('preload-spacer-v2.json');
  await page.goto('/procedures');
  await page.getByLabel('Procedure file, JSON').setInputFiles({
    name: 'own.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...procedure, id: 'our-preload', title: 'Preload, our way' })),
  });
  await page.getByLabel('Where it comes from').fill('from the other shop');
  await page.getByRole('button', { name: 'Save it as ours' }).click();
  await expect(page.getByRole('heading', { name: 'Preload, our way' })).toBeVisible();
  await page.goto('/procedures');
  await page.getByLabel('Procedure file, JSON').setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{ not json'),
  });
  await expect(page.getByText('“bad.json” is not a JSON file.')).toBeVisible();
});

test('hours against the book: a forgotten clock is closed by the lead with a reason', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/hours');
  await expect(
    page.getByText(/running \d+ min over: a seized kingpin bolt and nut, right front/i),
  ).toBeVisible();
  const forgotten = page.getByRole('button', { name: 'Close the clock' });
  await expect(forgotten).toHaveCount(1);
  await page.getByLabel('It stopped at').fill('2026-04-13T17:30');
  await page.getByLabel('Why then').fill('went home at half past five');
  await forgotten.click();
  await expect(forgotten).toHaveCount(0);
});

test('a photo of the other side stands beside the plan', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/orders?find=PRS');
  const href = await page.locator('main ul li a').last().getAttribute('href');
  await page.setViewportSize(BAY);
  await page.goto(href!.replace('/orders/', '/bay/'));
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'shot.jpg', mimeType: 'image/jpeg', buffer: await drawnPicture(77) });
  await expect(page.getByRole('img', { name: 'This place' })).toBeVisible();
  await page.getByRole('button', { name: /in any safe order/ }).click();
  await page
    .getByRole('button', { name: /Right strut back in/ })
    .first()
    .click();
  await expect(page.getByRole('img', { name: 'The same place on the other side' })).toBeVisible();
});

test('a picture chosen while the page still comes to life is kept', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/orders?find=PRS');
  const href = (await page.locator('main ul li a').last().getAttribute('href'))!;
  await page.route('**/_next/static/**/*.js', async (route) => {
    await new Promise((go) => setTimeout(go, 2_000));
    await route.continue();
  });
  await page.goto(href.replace('/orders/', '/bay/'), { waitUntil: 'commit' });
  const kept = page.waitForRequest((request) => request.url().endsWith('/photo.bind'));
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'early.jpg', mimeType: 'image/jpeg', buffer: await drawnPicture(78) });
  await kept;
});

test('told from the bay: a link left off, damage done here, a doubt, a setting', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/orders?find=PRS');
  const href = (await page.locator('main ul li a').last().getAttribute('href'))!;
  await page.setViewportSize(BAY);
  await page.goto(href.replace('/orders/', '/bay/'));
  const open = page.getByRole('region', { name: 'Open on the car' });
  await open.getByRole('button', { name: 'Bar link, left front' }).tap();
  await dialog(page).getByLabel('Reason').fill('new links on Friday');
  await dialog(page).getByRole('radio', { name: 'Odalys' }).tap();
  await dialog(page).getByLabel('PIN').fill('4101');
  await dialog(page).getByRole('button', { name: 'Leave it off' }).tap();
  await expect(dialog(page).getByText(/Both ends are secured first/)).toBeVisible();
  await dialog(page).getByLabel('Both ends are secured').check();
  await enterPin(page, 'Odalys', 'Leave it off');
  await expect(open.getByText('Left off: Bar link, left front')).toBeVisible();

  const tell = async (
    kind: string,
    fill: (sheet: Locator) => Promise<void>,
    command: string,
    keep: string,
  ) => {
    await page.getByRole('button', { name: 'Found', exact: true }).tap();
    await dialog(page).getByRole('radio', { name: kind }).tap();
    await fill(dialog(page));
    await tapFor(page, command, dialog(page).getByRole('button', { name: keep }));
    await expect(dialog(page)).toHaveCount(0);
  };
  await tell(
    'Damage done here',
    async (sheet) => {
      await sheet.getByLabel('What was damaged').fill('Clip of the left lead');
      await sheet.getByLabel('How it came about').fill('brittle');
      await sheet.getByLabel('The customer has been told').check();
    },
    'damage.record',
    'Record it',
  );
  await tell(
    'To be watched',
    async (sheet) => {
      await sheet.getByLabel(/The doubt/).fill('Left liner close to the tire');
      await sheet.getByLabel('Or after').fill('400');
    },
    'watch.add',
    'Add it to the watch list',
  );
  await tell(
    'Corner setting',
    async (sheet) => {
      await choose(sheet.getByLabel('Corner'), 'LF');
      await choose(sheet.getByLabel('When'), 'after');
      await sheet.getByLabel('clicks from closed').fill('9');
    },
    'setting.record',
    'Record it',
  );
  await page.setViewportSize(DESK);
  await page.goto(href);
  for (const words of [
    /Bar link, left front \(Odalys; the customer said yes in the shop\)/,
    /Clip of the left lead\. brittle\. Paid by the shop/,
    /Left liner close to the tire, within 400 mi/,
    /damper clicks, left front, after: 9/,
  ])
    await expect(page.getByText(words).first()).toBeVisible();
});

test('a reading nobody waits for lies in the tray until somebody says whose it is', async ({ page }) => {
  await signIn(page, 'Brannoch');
  await page.goto('/orders?find=KLM');
  const href = (await page.locator('main ul li a').last().getAttribute('href'))!;
  await page.setViewportSize(BAY);
  await page.goto(href.replace('/orders/', '/bay/'));
  await openMore(page);
  await page.getByRole('button', { name: 'Bind a wrench to this tablet' }).tap();
  await dialog(page)
    .getByRole('button', { name: /^Wrench 2/ })
    .tap();
  await expect(page.getByText('stand-in, bound to this tablet')).toBeVisible();
  const pull = async (value: string) => {
    await page.getByRole('button', { name: 'Pull otherwise' }).tap();
    await dialog(page)
      .getByLabel(/^Pull it to/)
      .fill(value);
    await dialog(page).getByRole('button', { name: 'Pull', exact: true }).tap();
    await expect(dialog(page)).toHaveCount(0);
  };
  // Far below the value: not taken by itself, and said why.
  await pull('97');
  await expect(page.getByRole('status')).toContainText(/unit slip|low against the value/);
  const tray = page.getByRole('list', { name: 'Tray of readings' });
  await expect(tray.getByRole('listitem')).toHaveCount(1);
  await tray.getByRole('button', { name: 'Drop it' }).tap();
  await expect(tray).toHaveCount(0);
  // Another step, one without a torque: nobody waits.
  await page.getByRole('button', { name: /in any safe order/ }).tap();
  await page
    .getByRole('button', { name: /Chocks away/ })
    .first()
    .tap();
  await expect(heading(page)).toHaveText('Chocks away');
});
