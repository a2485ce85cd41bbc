import { type Page, expect, test } from './covered';
import { LEVEL_IN_INCHES, agreeWeek, choose, signIn, takeIn } from './hands';

const calls = (page: Page) => page.getByRole('region', { name: 'Whom to call' });

/** Calls the first customer who is to be called. @returns how many are left, and the time told */
async function callFirst(page: Page): Promise<{ href: string; told: string }> {
  const before = await calls(page).getByRole('listitem').count();
  const call = calls(page).getByRole('listitem').first();
  const href = (await call.getByRole('link', { name: 'its order' }).getAttribute('href'))!;
  const fold = call.getByRole('button', { name: 'What to say, and that it was said' });
  if ((await fold.getAttribute('aria-expanded')) === 'false') await fold.click();
  const button = call.getByRole('button', { name: /^Record as told: / });
  await expect(call.getByLabel('What you tell them')).toHaveValue(
    /^Your .+: \w+day \d+ \w+ at \d+:\d\d instead of \w+day \d+ \w+ at \d+:\d\d\. We are sorry: .+\.$/,
  );
  const told = (await button.textContent())!.replace('Record as told: ', '');
  await button.click();
  await expect(calls(page).getByRole('listitem')).toHaveCount(before - 1);
  return { href, told };
}

test('something slips: planned again, two customers called, the plan from now accepted', async ({ page }) => {
  await signIn(page, 'Odalys');
  await takeIn(page, {
    ...LEVEL_IN_INCHES,
    label: 'Tindral Coppice SLIP, moved',
    plate: 'SLIP 1',
    customer: 'Keeper of SLIP 1',
    odometer: 20000,
  });
  await page.goto('/week');
  await agreeWeek(page);
  const whatIf = page.getByRole('heading', { name: 'What if' }).locator('xpath=..');
  await choose(whatIf.getByLabel('It comes on'), { label: await lastDay(whatIf) });
  await whatIf.getByRole('button', { name: 'See what it does' }).click();
  await page.getByRole('button', { name: 'It is so: plan with it' }).click();
  await expect(page.getByRole('list', { name: 'What slipped' }).getByRole('listitem').first()).toContainText(
    'waits for a part that slipped',
  );
  const called = [await callFirst(page), await callFirst(page)];
  await page.getByRole('button', { name: 'Agree it as planned from now' }).click();
  await expect(page.getByText('The agreed plan still holds.')).toBeVisible();
  for (const { href, told } of called) {
    await page.goto(href);
    await expect(
      page.getByText(new RegExp(`promised ${told.replace(',', ' \\d{4},')}`)).first(),
    ).toBeVisible();
  }
});

/** The last day the field offers. */
async function lastDay(whatIf: ReturnType<Page['locator']>): Promise<string> {
  await whatIf.getByLabel('It comes on').click();
  const options = whatIf.page().getByRole('option');
  const last = (await options.last().textContent())!;
  await whatIf.page().keyboard.press('Escape');
  return last;
}

test('at the counter: what can be promised is looked at, put into the promise, and stands on the order', async ({
  page,
}) => {
  await signIn(page, 'Teodor');
  await page.goto('/orders/new');
  await page.getByLabel('Hours of work, guessed').fill('3');
  const offer = page.getByRole('region', { name: 'What can be promised' });
  await offer.getByRole('button', { name: 'What can be promised?' }).click();
  await expect(offer.getByText(/holds 9 times in 10 with this week as it stands/)).toBeVisible();
  const put = offer.getByRole('button', { name: /^Put .+ into the promise$/ });
  const day = /^Put \w+ (\d+ \w+) into/.exec((await put.textContent())!)![1]!;
  await put.click();
  await expect(page.getByLabel('Promised for')).toHaveValue(new RegExp(day));
  // Other hours are another question: the old answer is gone.
  await page.getByLabel('Hours of work, guessed').fill('30');
  await expect(put).toHaveCount(0);
  const id = await takeIn(page, {
    ...LEVEL_IN_INCHES,
    label: 'Tindral Coppice OFFER, promised',
    plate: 'OFFER 1',
    customer: 'Keeper of OFFER 1',
    odometer: 20000,
  });
  // On the order it is asked again, with its own work, and recorded as a promise.
  await page.goto(`/orders/${id}/quote`);
  const promise = page.getByRole('region', { name: 'The promise' });
  await promise.getByRole('button', { name: 'What can be promised?' }).click();
  const offered = promise.getByRole('button', { name: /^Put .+ into the promise$/ });
  const first = /^Put (\w+ \d+ \w+) into/.exec((await offered.textContent())!)![1]!;
  await offered.click();
  // With more cars in the shop it may be a later day than the one they were told at the counter.
  await promise.getByLabel('What you told them').fill('The day that holds, as it stands now.');
  await promise.getByLabel('Why').fill('the first day that holds');
  await promise.getByRole('button', { name: 'Record this promise' }).click();
  // The form begins anew: only then is the next one typed.
  await expect(promise.getByLabel('Why')).toHaveValue('');
  await expect(promise.getByText(new RegExp(`^Promised for ${first} 2026, \\d+:\\d\\d\\.$`))).toBeVisible();
  // Told once, another time is not recorded without saying how they were told.
  await promise.getByLabel('New promise').fill('24 Apr 2026 10:00');
  await promise.getByLabel('Why').fill('a part is late');
  await promise.getByRole('button', { name: 'Record this promise' }).click();
  await expect(promise.getByText(/say how they were told otherwise/)).toBeVisible();
  await promise.getByLabel('What you told them').fill('Friday the 24th at ten, a part is late.');
  await promise.getByRole('button', { name: 'Record this promise' }).click();
  await expect(promise.getByText('Promised for Fri 24 Apr 2026, 10:00.')).toBeVisible();
  await page.goto(`/orders/${id}/trail`);
  await expect(page.getByText(/Promised anew, told in the shop: Friday the 24th at ten/)).toBeVisible();
});

test('the wall tells today by place, and by person each has their own hours', async ({ page }) => {
  await signIn(page, 'Ilse');
  await page.goto('/week');
  await expect(page.getByText(/promises? will probably be|probably be kept/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  const mine = page.getByRole('list', { name: 'The week, by person' }).first();
  await expect(mine.getByRole('heading', { name: 'Ilse' })).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: 'For the wall' }).click();
  await expect(page.getByRole('heading', { name: /^In the shop/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Lift 1' }).first()).toBeVisible();
});
