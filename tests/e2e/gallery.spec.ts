import AxeBuilder from '@axe-core/playwright';
import { type Page, expect, test } from './covered';
import { choose } from './hands';

/** The parts of every screen, in both themes: looked at as a picture, read by axe, and worked by keys alone. */

const bay = (page: Page) => page.locator('[data-theme=bay]').first();

test.beforeEach(async ({ page }) => {
  const wrong: string[] = [];
  page.on('pageerror', (error) => wrong.push(error.message));
  await page.goto('/gallery');
  await expect(page.getByRole('heading', { name: 'The bay' })).toBeVisible();
  expect(wrong).toEqual([]);
});

test('both themes are clean to whoever cannot see them, open or closed', async ({ page }, info) => {
  /** Behind an open list or sheet the page is hidden as a whole, and what could be focused there is kept from it. */
  const clean = async (open = true) => {
    const axe = new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
    const { violations } = await (open ? axe.disableRules('aria-hidden-focus') : axe).analyze();
    expect(violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html.slice(0, 120)}`)).toEqual([]);
  };
  await page.screenshot({ path: info.outputPath('gallery.png'), fullPage: true });
  await clean(false);
  await bay(page).getByRole('combobox', { name: 'A part' }).click();
  await clean();
  await page.keyboard.press('Escape');
  await bay(page).getByRole('button', { name: 'Choose the day in the calendar' }).first().click();
  await expect(page.getByRole('grid')).toBeVisible();
  await clean();
  await page.keyboard.press('Escape');
  await bay(page).getByRole('button', { name: 'Open the sheet' }).click();
  await clean();
});

test('every part answers to the keys it should', async ({ page }) => {
  const desk = page.locator('main > div').first();
  // A choice of few: arrows walk and choose, and past the end they begin again.
  const front = desk.getByRole('radio', { name: 'Front' }).first();
  await front.focus();
  // The key is held until the choice is made: focus moves first, and what it stands on is
  // chosen while the key is down, however slow the machine is.
  const walksTo = async (name: string) => {
    await page.keyboard.down('ArrowRight');
    await expect(desk.getByRole('radio', { name, exact: true }).first()).toBeChecked();
    await page.keyboard.up('ArrowRight');
  };
  for (const name of ['Rear', 'Both', 'Front']) await walksTo(name);

  // A choice opened: letters and arrows, Enter takes it, Escape leaves it.
  const stands = desk.getByRole('combobox', { name: 'How it stands' });
  await stands.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: 'axle held' })).toBeVisible();
  await page.keyboard.type('axle');
  await page.keyboard.press('Enter');
  await expect(stands).toHaveText('axle held');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Home');
  await page.keyboard.press('Escape');
  await expect(stands).toHaveText('axle held');
  await expect(stands).toBeFocused();

  const floor = desk.getByRole('checkbox', { name: 'Level floor' });
  await floor.focus();
  await page.keyboard.press('Space');
  await expect(floor).toBeChecked();

  const thumb = desk.getByRole('slider', { name: 'Height of the spacer' });
  await thumb.focus();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowLeft', 'PageUp']) await page.keyboard.press(key);
  await expect(thumb).toHaveAttribute('aria-valuenow', '41');
  await page.keyboard.press('Home');
  await expect(thumb).toHaveAttribute('aria-valuenow', '5');

  await desk.getByRole('tab', { name: 'Steps' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(desk.getByText('What is opened and closed.')).toBeVisible();

  const opener = desk.getByRole('button', { name: 'Open the sheet' });
  await opener.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(opener).toBeFocused();
});

test('a day is typed as people write it, or chosen in the calendar; what does not read stays', async ({
  page,
}) => {
  const desk = page.locator('main > div').first();
  const kept = (name: string) => desk.locator(`input[type=hidden][name=${name}]`);
  const day = desk.getByLabel('To be answered by');
  for (const [typed, iso] of [
    ['2026-06-03', '2026-06-03'],
    ['3 Jun 2026', '2026-06-03'],
    ['3 June 2026', '2026-06-03'],
    ['6/3/2026', '2026-06-03'],
    ['3.6.2026', '2026-06-03'],
    ['the third', 'the third'],
    ['2026-02-30', '2026-02-30'],
  ] as const) {
    await day.fill(typed);
    await expect(day).toHaveValue(typed);
    await expect(kept('day')).toHaveValue(iso);
  }
  await day.fill('3 Jun 2026');
  await day.blur();
  await expect(day).toHaveValue('3 Jun 2026');

  const moment = desk.getByLabel('Promised for');
  for (const typed of ['2026-04-21T07:30', 'Apr 21, 2026, 7:30', '4/21/2026 7.30', '21 Apr 2026 at 07:30']) {
    await moment.fill(typed);
    await expect(kept('moment')).toHaveValue('2026-04-21T07:30');
  }
  await desk.getByRole('button', { name: 'Choose the day in the calendar' }).first().click();
  await expect(page.getByRole('grid', { name: 'June 2026' })).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(kept('day')).toHaveValue('2026-06-10');

  const opens = desk.getByLabel('Opens');
  for (const [typed, iso] of [
    ['9', '09:00'],
    ['16.30', '16:30'],
    ['4 pm', '16:00'],
    ['noon', 'noon'],
  ] as const) {
    await opens.fill(typed);
    await expect(kept('time')).toHaveValue(iso);
  }
  await choose(desk.getByLabel('A part'), 'block');
  await expect(desk.getByLabel('A part')).toHaveAttribute('data-value', 'block');
});
