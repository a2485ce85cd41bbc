import { type Page, expect, test } from './covered';
import { questionOf, answerOf } from '../../src/core/practice/drills';
import { db } from '../../src/server/database';
import { jobStarted } from '../support/shop';
import { DONE, choose, enterPin, press, signIn, touching } from './hands';

test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
test.beforeEach(() => touching(true));
test.afterEach(() => touching(false));

const sheet = (page: Page) => page.getByRole('dialog', { name: 'Look at the car' });

/** Opens the sheet, goes to a part of the car, and looks there. @returns what was seen */
async function look(page: Page, where: string, how: string): Promise<string> {
  await press(page.getByRole('button', { name: 'Look at the car' }));
  await press(sheet(page).getByRole('radio', { name: where, exact: true }));
  await press(sheet(page).getByRole('button', { name: how }));
  const said = sheet(page).getByRole('status');
  await expect(said).not.toContainText('Only what a person would see');
  return said.innerText();
}

const giveFile = (page: Page, content: object) =>
  page.getByLabel('Practice file, JSON').setInputFiles({
    name: 'ours.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(content)),
  });

test('a practice car by touch: a wheel let down on a short hose, one step back, found, put right, closed, debrief', async ({
  page,
}) => {
  await signIn(page, 'Ilse');
  const entries = await db().row<{ many: number }>('SELECT COUNT(*) AS many FROM entry');
  await page.goto('/practice');
  await expect(page.getByText('PRACTICE', { exact: true })).toBeVisible();
  const car = page.locator('[data-scenario="axle-and-hoses"]');
  await press(car.getByRole('button', { name: 'Practice' }));
  await expect(page.getByRole('region', { name: 'Practice', exact: true })).toContainText('PRACTICE');
  // Its colors are its own: no car of the shop stands on this paper.
  await expect(page.locator('html')).toHaveAttribute('data-practice', '');
  const paper = await page
    .locator('[data-theme=bay]')
    .first()
    .evaluate((one) => getComputedStyle(one).backgroundColor);
  expect(paper).toBe('rgb(13, 37, 80)');

  const what = page.getByRole('dialog', { name: 'What this would have done' });
  const heading = page.locator('h1');
  for (let guard = 0; guard < 6 && !(await what.isVisible()); guard += 1) {
    const now = await heading.innerText();
    await press(page.getByRole('button', { name: DONE }));
    await expect.poll(async () => (await what.isVisible()) || (await heading.innerText()) !== now).toBe(true);
  }
  await expect(what).toContainText('brake hose is stretched: it reaches 98 mm and the wheel hangs 145 mm');
  await expect(what).toContainText('Somebody is hurt by it');
  await press(what.getByRole('button', { name: 'One step back' }));
  await expect(what).toHaveCount(0);
  await expect(page.getByRole('button', { name: DONE })).toBeVisible();

  // Looked at it shows nothing; measured it does.
  expect(await look(page, 'Left front', 'Look: Left front brake hose')).not.toMatch(/98 mm/);
  await press(sheet(page).getByRole('button', { name: 'Measure: Left front brake hose' }));
  await expect(sheet(page).getByRole('status')).toContainText('it reaches 98 mm of drop and no more');
  await press(sheet(page).getByRole('button', { name: 'Put it right' }));
  await expect(sheet(page).getByRole('status')).toContainText('put right');
  await page.keyboard.press('Escape');
  const before = await page.getByRole('heading', { level: 1 }).innerText();
  await press(page.getByRole('button', { name: DONE }));
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(before);

  // Before it is over nothing of what is hidden is told.
  const address = page.url();
  await page.goto(`${address}/debrief`);
  await expect(page).toHaveURL(address);
  await press(page.getByRole('button', { name: 'End it: debrief' }));
  await expect(page.getByRole('heading', { name: /debrief$/ })).toBeVisible();
  const hose = page.locator('[data-fault="hose-short front.left.brake-hose"]');
  await expect(hose).toContainText('Missed');
  await expect(hose).toContainText('it reaches 98 mm and the wheel hangs 145 mm');
  // Nothing of it is in the shop.
  const after = await db().row<{ many: number }>('SELECT COUNT(*) AS many FROM entry');
  expect(after).toEqual(entries);
  await page.goto('/practice');
  await expect(page.getByText(/Missed last time: .*a short hose/)).toBeVisible();
  await expect(page.locator('[data-scenario]').first()).toHaveAttribute('data-scenario', 'axle-and-hoses');
});

test('in earnest mode nothing is let happen that the bay refuses, and it says the same', async ({ page }) => {
  await signIn(page, 'Ilse');
  await page.goto('/practice');
  await press(
    page.locator('[data-scenario="brake-and-gear"]').getByRole('button', { name: 'As in earnest' }),
  );
  await expect(page.getByRole('region', { name: 'Practice', exact: true })).toContainText(
    'It refuses what the bay refuses',
  );
  await press(page.getByTestId('support'));
  await press(page.getByRole('radio', { name: 'Rear' }));
  await press(page.getByRole('button', { name: 'Lower it onto its wheels' }));
  await expect(page.getByRole('dialog').getByRole('alert')).toBeVisible();
});

test('wrench, camera and rack stand in on a practice car: bound and pulled, taken in a tap, read and read again', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  await page.goto('/practice');
  await press(page.getByText('A practice file of our own'));
  await giveFile(page, {
    format: 'wrenchwise-practice/1',
    id: 'sound-car',
    title: 'A sound car to the rack',
    task: 'Read it, set toe and camber, read it again.',
    car: 'A truck',
    procedure: 'visit-alignment',
    faults: [],
  });
  await press(page.locator('[data-scenario="sound-car"]').getByRole('button', { name: 'Practice' }));
  const heading = page.getByRole('heading', { level: 1 });
  const done = async () => {
    const was = await heading.innerText();
    await press(page.getByRole('button', { name: DONE }));
    await expect(heading).not.toHaveText(was);
  };
  await expect(heading).toContainText('Ask how it drives');
  await press(page.getByRole('button', { name: 'Photo', exact: true }));
  await expect(page.getByText(/1 in all, drawn ones/)).toBeVisible();
  await done();
  await page.getByLabel(/wear noted/).fill('none');
  await press(page.getByRole('button', { name: 'Record this figure: done' }));
  await expect(heading).toContainText('On to the rack');
  await done();

  await press(page.getByRole('button', { name: 'On the rack' }));
  const rack = page.getByRole('dialog', { name: 'On the rack' });
  const camber = rack
    .getByRole('row', { name: /^Camber, left front/ })
    .getByRole('cell')
    .nth(1);
  await expect(camber).toHaveText(/°$/);
  await expect(rack.getByRole('status')).toContainText('Not all reached');
  const came = await camber.innerText();
  await rack
    .getByLabel(/camber slot/)
    .first()
    .fill('4');
  await press(rack.getByRole('button', { name: 'Read it again' }));
  await expect(camber).not.toHaveText(came);
  await page.keyboard.press('Escape');

  await done();
  await done();
  await expect(heading).toContainText('Torque and stripe');
  const bind = page.getByRole('button', { name: 'Bind a wrench to this tablet' });
  if (!(await bind.isVisible())) await press(page.getByRole('button', { name: 'More', exact: true }));
  await press(bind);
  await press(page.getByRole('dialog').getByRole('button', { name: /^Practice wrench/ }));
  const pull = page.getByRole('button', { name: /^Pull to/ });
  await press(pull);
  await expect(page.getByRole('img', { name: 'torqued' }).first()).toBeVisible();
  await press(page.getByRole('button', { name: 'End it: debrief' }));
  await expect(page.getByRole('row', { name: /^Torques, typed by hand 0 of [1-9]/ })).toBeVisible();
  await expect(
    page.getByRole('row', { name: /^Read on the rack 2, the last not all in range/ }),
  ).toBeVisible();
  await expect(page.getByRole('row', { name: /^Photos, of those asked 1 of/ })).toBeVisible();
});

test('a series of drills: judged by the calculators, what does not read is asked for again, missed ones are due', async ({
  page,
}) => {
  await signIn(page, 'Ilse');
  await page.goto('/practice/drills/tape');
  const answer = page.getByLabel('Your answer, inches');
  await answer.fill('far');
  await press(page.getByRole('button', { name: 'Answer' }));
  await expect(page.getByRole('region', { name: 'Read the tape' }).getByRole('alert')).toBeVisible();
  await expect(answer).toHaveValue('far');
  // The question is drawn from a seed that the page does not show; it is found by asking the database after a wrong answer.
  await answer.fill('1');
  await press(page.getByRole('button', { name: 'Answer' }));
  await expect(page.getByRole('status')).toContainText('✗ It is');
  const kept = await db().row<{ seed: number; correct: number }>(
    "SELECT seed, correct FROM practice_answer WHERE about = 'drill tape' ORDER BY id DESC LIMIT 1",
  );
  expect(kept!.correct).toBe(0);
  const told = answerOf('tape', kept!.seed, '1').answer;
  await expect(page.getByRole('status')).toContainText(told);
  expect(questionOf('tape', kept!.seed).ask).toMatch(/tape/);
  for (let left = 4; left > 0; left -= 1) {
    await press(page.getByRole('button', { name: 'Next' }));
    await answer.fill('2');
    await press(page.getByRole('button', { name: 'Answer' }));
    await expect(page.getByRole('status')).toBeVisible();
  }
  await press(page.getByRole('button', { name: 'To the end' }));
  await expect(page.getByRole('region', { name: 'The series' })).toContainText('0 of 5');
  await page.goto('/practice');
  await expect(page.getByRole('region', { name: 'Drills' }).getByText('due again')).toHaveCount(1);
});

test('a practice file of the shop’s own: a lead brings it in, what it names wrongly is named back', async ({
  page,
}) => {
  await signIn(page, 'Ilse');
  await page.goto('/practice');
  await expect(page.getByText('A practice file of our own')).toHaveCount(0);
  await signIn(page, 'Odalys');
  await page.goto('/practice');
  await press(page.getByText('A practice file of our own'));
  const scenario = {
    format: 'wrenchwise-practice/1',
    id: 'our-own-blocks',
    title: 'Our own blocks',
    task: 'Blocks in, as we do it.',
    car: 'The shop’s old truck',
    procedure: 'rear-lift-block',
    ways: [],
    from: 'jack-away',
    until: 'ubolt-torque',
    faults: [{ kind: 'brake-on', at: 'brake', since: 'lower', bites: 'no-such-step' }],
  };
  await giveFile(page, scenario);
  await expect(
    page.getByText(/faults\[0\]\.bites: The procedure rear-lift-block has no step no-such-step/),
  ).toBeVisible();
  await giveFile(page, { ...scenario, faults: [{ ...scenario.faults[0], bites: 'settle' }] });
  await expect(page.getByText('our-own-blocks is kept and stands in the list.')).toBeVisible();
  const own = page.locator('[data-scenario="our-own-blocks"]');
  await expect(own).toContainText('Blocks in, as we do it.');
  await press(own.getByRole('button', { name: 'Practice' }));
  await expect(page.getByRole('region', { name: 'Practice', exact: true })).toContainText(
    'Blocks in, as we do it.',
  );
});

test('practice begins in one tap from a procedure and from a finished order', async ({ page }) => {
  await signIn(page, 'Ilse');
  await page.goto('/procedures/rear-lift-block');
  await press(page.getByRole('button', { name: 'Practice this job' }));
  await expect(page.getByRole('region', { name: 'Practice', exact: true })).toContainText('The whole job');
  const closed = await db().row<{ id: string }>(
    "SELECT h.chain AS id FROM entry h JOIN entry r ON r.chain = h.chain AND r.kind = 'run.start' WHERE h.kind = 'handoff' ORDER BY h.received_at DESC LIMIT 1",
  );
  await page.goto(`/orders/${closed!.id}`);
  await press(page.getByRole('button', { name: 'Practice what went wrong here' }));
  await expect(page.getByRole('region', { name: 'Practice', exact: true })).toContainText('PRACTICE');
});

test('a sign-off by the lead’s PIN: the bay asks whoever has none for a second person, by name', async ({
  page,
}) => {
  const job = await jobStarted(
    `SKILL ${Date.now() % 10_000}`,
    {
      parts: ['QS-30'],
      targets: { front: '22 3/8', rear: null },
      procedures: [{ id: 'strut-top-spacer', ways: [] }],
    },
    'strut-out-L',
  );
  await signIn(page, 'Odalys');
  await page.goto('/practice/skills');
  const ilse = page.locator('[data-person="Ilse"]');
  await press(ilse.getByRole('button', { name: 'Sign off' }));
  await choose(page.getByLabel('For', { exact: true }), 'springs');
  await enterPin(page, 'Odalys', 'Sign it');
  const springs = ilse.locator('[data-skill="springs"]');
  await expect(springs).toContainText('signed off');
  await signIn(page, 'Brannoch');
  await page.goto(`/bay/${job.orderId}`);
  const note = page.getByTestId('skill-note');
  await expect(note).toContainText(
    'Brannoch is not signed off for springs and struts. Who stands beside you?',
  );
  const tap = page.getByRole('button', { name: 'Say who is beside you' });
  await expect(tap).toBeDisabled();
  await press(note.getByRole('button', { name: 'Ilse' }));
  const left = page.getByRole('heading', { level: 1 });
  const was = await left.textContent();
  await press(page.getByRole('button', { name: 'Done', exact: true }));
  await expect(left).not.toHaveText(was!);
  // The next step of springs asks too, and remembers who it was.
  await signIn(page, 'Odalys');
  await page.goto(`/orders/${job.orderId}/trail`);
  await expect(page.getByText(/Done: .*, with Ilse beside\./).first()).toBeVisible();
  await page.goto('/practice/skills');
  await expect(page.locator('[data-person="Brannoch"]').locator('[data-skill="springs"]')).toContainText(
    /worked: \d+ steps?, 1 of them beside somebody/,
  );
  await signIn(page, 'Ilse');
  await page.goto(`/bay/${job.orderId}`);
  await expect(page.getByRole('button', { name: /Photo/ }).first()).toBeVisible();
  await expect(page.getByTestId('skill-note')).toHaveCount(0);
  await page.goto('/practice/skills');
  await expect(page.getByRole('button', { name: 'Sign off' })).toHaveCount(0);
  await signIn(page, 'Odalys');
  await page.goto('/practice/skills');
  await press(springs.getByRole('button', { name: 'End' }));
  await enterPin(page, 'Odalys', 'End it');
  await expect(springs).toContainText('not signed off');
});
