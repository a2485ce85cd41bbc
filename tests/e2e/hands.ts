import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { type APIRequestContext, type Locator, type Page, expect } from '@playwright/test';
import sharp from 'sharp';
import { CREW, type CrewName } from '../../demo/crew';

let byTouch = false;
/** From here on buttons of the bay are tapped instead of clicked. */
export const touching = (on: boolean): void => {
  byTouch = on;
};
export const press = (button: Locator): Promise<void> => (byTouch ? button.tap() : button.click());

const member = (name: CrewName) => CREW.find((one) => one.name === name)!;
export const pinOf = (name: CrewName): string => member(name).pin;

/** Signs in by the door the form uses; one test goes through the form itself. */
export async function signInBy(door: APIRequestContext, name: CrewName): Promise<void> {
  const origin = new URL((await door.get('/api/alive')).url()).origin;
  const answer = await door.post('/api/sign-in', {
    data: { name, password: member(name).password },
    headers: { origin },
  });
  expect(answer.status()).toBe(200);
}

export async function signIn(page: Page, name: CrewName): Promise<void> {
  await signInBy(page.request, name);
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
}

/** Chooses a person and enters the PIN in the dialog that is open. */
export async function enterPin(page: Page, name: CrewName, action: string): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('radio', { name }).click();
  await dialog.getByLabel('PIN').fill(member(name).pin);
  await dialog.getByRole('button', { name: action }).click();
  // While a dialog stands open the page behind it is hidden from roles: wait until it is gone.
  await expect(dialog).toHaveCount(0);
}

/** The quick change of person on a shared tablet. */
export async function switchTo(page: Page, name: CrewName): Promise<void> {
  await page.getByRole('button', { name: /change person/ }).click();
  await enterPin(page, name, 'Go on');
  await expect(page.getByRole('button', { name: new RegExp(`^${name}, .*change person`) })).toBeVisible();
}

export const drawnPicture = (hue: number) =>
  sharp({
    create: {
      width: 900,
      height: 600,
      channels: 3,
      background: { r: (hue * 37) % 255, g: (hue * 91) % 255, b: 90 },
    },
  })
    .jpeg()
    .toBuffer();

/** What the bay keeps behind More: crew, heights, wrench, walk, lowering. */
export async function openMore(page: Page): Promise<void> {
  const more = page.getByRole('button', { name: 'More', exact: true }).first();
  await expect(more).toBeVisible();
  if ((await more.getAttribute('aria-expanded')) !== 'true') await press(more);
}

/** Takes lowering to this tablet alone: it says what that means before it does. */
export async function lowerFromHere(page: Page): Promise<void> {
  await openMore(page);
  await press(page.getByRole('button', { name: 'Lower from this tablet alone' }));
  await press(page.getByRole('dialog').getByRole('button', { name: 'This tablet alone' }));
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

let pictures = 0;
/** Gives the tablet's camera a picture of its own and waits until it is bound. */
export async function takePhoto(page: Page, within: Page | Locator = page, asked?: string): Promise<void> {
  pictures += 1;
  const buffer = await drawnPicture(pictures);
  await within
    .locator('input[type=file]')
    .first()
    .setInputFiles({ name: 'shot.jpg', mimeType: 'image/jpeg', buffer });
  // What was asked for is no longer: the next shot is, or another of what is there.
  if (asked) await expect(page.locator('button', { hasText: asked })).toHaveCount(0);
  else await expect(page.getByRole('button', { name: 'Another photo', exact: true })).toBeVisible();
}

export interface Truck {
  label: string;
  plate: string;
  customer: string;
  odometer: number;
  unit: 'in' | 'mm';
  targets: [string, string];
  before: [string, string, string, string];
  after: [string, string, string, string];
  /** Parts as the catalog calls them. */
  spacer: string;
  block: string;
}

/** A job for both ends of a truck, in inches: what it comes with, what is asked, what fits and what it comes to. */
export const LEVEL_IN_INCHES = {
  unit: 'in',
  targets: ['22 3/8', '23 1/4'],
  before: ['20 7/16', '20 5/16', '22 1/8', '22 1/16'],
  after: ['22 3/8', '22 5/16', '23 1/8', '23 1/16'],
  spacer: 'Top spacer, 30 mm plate',
  block: 'Lift block, 1 in',
} satisfies Partial<Truck>;

export async function takeIn(page: Page, truck: Truck): Promise<string> {
  await page.goto('/orders/new');
  await page.getByLabel('Maker, model, what it does').fill(truck.label);
  await page.getByLabel('Plate', { exact: true }).fill(truck.plate);
  await page.getByLabel('Wheelbase').fill('3594 mm');
  await page.getByLabel('Odometer', { exact: true }).fill(String(truck.odometer));
  await page.getByLabel('Tires fitted').fill('LT245/75R17');
  await page.getByLabel('Wheels fitted').fill('17 x 7.5, offset 30');
  await page.getByLabel('What it carries and tows').fill('a toolbox');
  await page.getByLabel('Driven a day, about').fill('40');
  await page.getByLabel('Name', { exact: true }).fill(truck.customer);
  await page.getByLabel('Phone').fill('555 0199');
  await page.getByLabel('In their words').fill('Level, with room underneath');
  await page.getByLabel('Front target height').fill(truck.targets[0]);
  await page.getByLabel('Rear target height').fill(truck.targets[1]);
  await choose(page.getByLabel('Lengths without a unit are'), truck.unit);
  await page.getByLabel('The customer agreed').check();
  await page.getByRole('button', { name: 'Take it in and measure it' }).click();
  await expect(page).toHaveURL(/\/orders\/[0-9a-f-]{36}\/heights$/);
  return /orders\/([0-9a-f-]{36})/.exec(page.url())![1]!;
}

const CORNERS = ['left front', 'right front', 'left rear', 'right rear'];

export async function typeHeights(page: Page, truck: Truck, four: Truck['before']): Promise<void> {
  await choose(page.getByLabel('Lengths without a unit are'), truck.unit);
  for (const [index, corner] of CORNERS.entries())
    await page.getByLabel(corner, { exact: true }).fill(four[index]!);
  await page.getByLabel('Tire pressure set').check();
  await page.getByLabel('Level floor').check();
  await page.getByLabel('Steering straight').check();
}

/** Adds a part to an axle's stack, of a kind or from the catalog, by the words of the list. */
export async function addPart(page: Page, end: 'front' | 'rear', words: string): Promise<void> {
  await find(
    page.getByLabel(`Add a part, ${end}`),
    words,
    new RegExp(`^${words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')} `),
  );
}

export async function planBothEnds(page: Page, id: string, truck: Truck): Promise<void> {
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'front', truck.spacer);
  await addPart(page, 'rear', truck.block);
  await page.getByRole('button', { name: 'Lamps aimed again' }).click();
}

/** Opens every box and finds it whole. */
export async function checkIn(page: Page, id: string): Promise<void> {
  await page.goto(`/orders/${id}/parts`);
  const whole = page.getByRole('button', { name: 'All here, good' });
  for (let left = await whole.count(); left > 0; left -= 1) {
    await whole.first().click();
    await expect(whole).toHaveCount(left - 1);
  }
}

/** What ends a step: done, or its figures recorded with it. */
export const DONE = /^(Done|Record (this figure|these \d+ figures): done)$/;

/** Types every figure the step in hand asks for; all that is asked here is met by a dozen. */
export async function typeFigures(page: Page, text = '12'): Promise<void> {
  const rows = page.locator('section[aria-label="Figures of this step"] li');
  for (const row of await rows.all()) {
    await press(row.locator('button').first());
    await row.locator('input').first().fill(text);
  }
}

/** Works in the bay, step after step, until a step's words match or nothing is left. */
export async function workUntil(page: Page, stop: RegExp, checker: CrewName): Promise<void> {
  // Hundreds of looks: by what is written on them, since working out every role and name of the page takes most of a tap.
  const heading = page.locator('h1');
  const button = (words: RegExp) => page.locator('button', { hasText: words });
  for (;;) {
    const words = await heading.innerText();
    if (stop.test(words) || /Every step of the run is done/.test(words)) return;
    for (;;) {
      const take = button(/^Record( pass|:| \d)/);
      const offered = await take.allInnerTexts();
      if (offered.length === 0) break;
      const answered = page.waitForResponse((response) =>
        response.url().includes('/api/commands/torque.record'),
      );
      await press(take.first());
      expect((await answered).status()).toBe(200);
      // Read in one go: a button may be gone between two looks.
      await expect.poll(() => take.allInnerTexts()).not.toEqual(offered);
    }
    for (;;) {
      const check = button(/^Second check$/);
      const left = await check.count();
      if (left === 0) break;
      await press(check.first());
      await enterPin(page, checker, 'I checked it');
      await expect.poll(() => check.count()).toBeLessThan(left);
    }
    await typeFigures(page);
    const shot = button(/^Photo:/);
    for (let asked = await shot.allInnerTexts(); asked.length; asked = await shot.allInnerTexts()) {
      await takePhoto(page, page, asked[0]);
    }
    await press(button(DONE));
    await expect(heading).not.toHaveText(words);
  }
}

/** Types an alignment sheet whose after-values lie within its ranges. */
export async function typeSheet(page: Page, answered = true): Promise<void> {
  const field = (name: string) => page.locator(`[name="${name}"]`);
  await field('specSource').fill('shop goal after a lift');
  await field('spec.front.caster.min').fill('2');
  await field('spec.front.caster.max').fill('4');
  await field('spec.front.toeTotal.min').fill('0');
  await field('spec.front.toeTotal.max').fill('0.2');
  await field('spec.rear.thrust').fill('0.2');
  await page.getByPlaceholder('ours, or whose').fill('partner across the river');
  await field('operator').fill('the partner');
  const sheet = {
    before: { LF: [2.4, 0.5, 0.31], RF: [2.7, 0.4, 0.28], LR: [0, 0.02], RR: [0.1, 0.04] },
    after: { LF: [2.9, 0.2, 0.06], RF: [3.1, 0.1, 0.05], LR: [0, 0.02], RR: [0.1, 0.04] },
  };
  for (const [set, wheels] of Object.entries(sheet)) {
    for (const [corner, values] of Object.entries(wheels)) {
      const angles = values.length === 3 ? ['caster', 'camber', 'toe'] : ['camber', 'toe'];
      for (const [index, angle] of angles.entries())
        await field(`${set}.${corner}.${angle}`).fill(String(values[index]));
    }
  }
  if (answered) await answerRack(page);
}

/** Answers for whatever the rack sets that no step has answered: it was left as it was. */
export async function answerRack(page: Page): Promise<void> {
  const asked = page.getByRole('region', { name: 'What the rack moved' }).getByRole('radiogroup');
  for (const group of await asked.all())
    if (!(await group.getByRole('radio', { checked: true }).count()))
      await group.getByRole('radio', { name: 'Untouched' }).click();
}

export async function roadTest(page: Page, id: string, out: number, back: number): Promise<void> {
  await page.goto(`/orders/${id}/road`);
  await page.getByLabel('Odometer going out').fill(String(out));
  await page.getByRole('button', { name: 'Record that it goes out' }).click();
  await page.getByLabel('Odometer coming back').fill(String(back));
  for (const good of await page.getByRole('radio', { name: 'good' }).all()) await good.click();
  await page.getByRole('button', { name: 'It is back' }).click();
  await expect(page.getByText(`back at ${back.toLocaleString('en-US')} mi`)).toBeVisible();
}

export async function sign(page: Page): Promise<void> {
  const box = (await page.getByTestId('signature').boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + box.height / 2);
  await page.mouse.down();
  for (let step = 1; step <= 8; step += 1) {
    await page.mouse.move(box.x + 30 + step * 30, box.y + box.height / 2 + (step % 2 ? -25 : 25));
  }
  await page.mouse.up();
  await page.getByRole('button', { name: 'Sign and hand over' }).click();
  await expect(page.getByRole('heading', { name: 'Handed over' })).toBeVisible();
}

/** Gives a command as whoever is signed in, as a page would. */
export async function give(page: Page, name: string, input: object): Promise<Record<string, unknown>> {
  const origin = new URL(page.url()).origin;
  const answer = await page.request.post(`/api/commands/${name}`, {
    data: { id: randomUUID(), deviceSeq: 1, input },
    headers: { origin },
  });
  const body = (await answer.json()) as { ok: boolean; answer: Record<string, unknown>; errors: unknown };
  expect([name, body.errors ?? null]).toEqual([name, null]);
  return body.answer;
}

/** The text of a PDF that an address answers with. */
export async function pdfText(page: Page, address: string): Promise<string> {
  const pdf = await (await page.request.get(address)).body();
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'pdf-')), 'handoff.pdf');
  writeFileSync(file, pdf);
  return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
}

/** The id of the order a search finds. */
export async function orderId(page: Page, find: string): Promise<string> {
  await page.goto(`/orders?find=${encodeURIComponent(find)}`);
  const href = await page.getByRole('main').locator('ul li a').last().getAttribute('href');
  return /orders\/([0-9a-f-]{36})/.exec(href!)![1]!;
}

/** Opens a choice and takes one of it, by its value or its words. */
export async function choose(field: Locator, choice: string | { label: string }): Promise<void> {
  await field.click();
  const page = field.page();
  await (
    typeof choice === 'string'
      ? page.locator(`[role=option][data-choice="${choice}"]`)
      : page.getByRole('option', { name: choice.label, exact: true })
  ).click();
}

/** Opens one that finds among many, and takes the first the letters find. */
export async function find(field: Locator, letters: string, fits: string | RegExp = letters): Promise<void> {
  await field.click();
  const page = field.page();
  const list = page
    .getByRole('dialog')
    .filter({ has: page.getByRole('combobox') })
    .last();
  await list.getByRole('combobox').fill(letters);
  await list.getByRole('option').filter({ hasText: fits }).first().click();
}

/** Pushes a slider by its keys to a figure. */
export async function slideTo(thumb: Locator, figure: number): Promise<void> {
  const now = async () => Number(await thumb.getAttribute('aria-valuenow'));
  for (let tries = 0; tries < 400 && (await now()) !== figure; tries += 1) {
    const off = figure - (await now());
    const far = Math.abs(off) >= 10 ? 'Shift+' : '';
    await thumb.press(`${far}Arrow${off > 0 ? 'Right' : 'Left'}`);
  }
  expect(await now()).toBe(figure);
}

/** Agrees the newest plan of the week there is, on its page, and sees that it holds. */
export async function agreeWeek(page: Page): Promise<void> {
  await expect(page.getByText(/promises? will probably be|probably be kept/)).toBeVisible();
  const anew = page.getByRole('radio', { name: 'Planned anew' });
  if (await anew.isVisible()) await anew.click();
  await page.getByRole('button', { name: /^Agree this plan/ }).click();
  await page.getByRole('radio', { name: 'As agreed, from now' }).click();
  await expect(page.getByText('The agreed plan still holds.')).toBeVisible();
}
