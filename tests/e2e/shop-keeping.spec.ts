import { type Page, expect, test } from './covered';
import {
  LEVEL_IN_INCHES,
  type Truck,
  addPart,
  choose,
  enterPin,
  find,
  signIn,
  takeIn,
  typeHeights,
} from './hands';

const truck = (plate: string): Truck => ({
  label: `Tindral Coppice ${plate}, keeping`,
  plate,
  customer: `Keeper of ${plate}`,
  odometer: 20000,
  ...LEVEL_IN_INCHES,
});

async function measured(page: Page, plate: string): Promise<string> {
  const one = truck(plate);
  const id = await takeIn(page, one);
  await typeHeights(page, one, one.before);
  await page.getByRole('button', { name: 'Record these heights' }).click();
  await expect(page).toHaveURL(`/orders/${id}`);
  return id;
}

test('a kit is written down with its builds, and a line that lacks a count is named', async ({ page }) => {
  await signIn(page, 'Odalys');
  await page.goto('/catalog');
  await page.getByRole('button', { name: 'New kit' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Kit', { exact: true }).fill('Tarnfold Rear Pair');
  await dialog.getByLabel('Note').fill('Written down by hand');
  await dialog.getByRole('checkbox', { name: 'leaf springs over the axle' }).last().check();
  await dialog.getByLabel('Claims behind, mm').fill('30');
  await dialog.getByLabel('Build', { exact: true }).fill('older cars');
  await dialog.getByRole('button', { name: 'Only for some cars' }).click();
  await choose(dialog.getByLabel('For cars by their'), 'modelYear');
  await dialog.getByLabel('from').fill('2001');
  await dialog.getByLabel('to', { exact: true }).fill('2009');
  const line = async (at: number, count: string, what: string) => {
    await dialog.getByLabel(`Count, line ${at}`).fill(count);
    await dialog.getByLabel(`What, line ${at}`).fill(what);
  };
  await line(1, '', 'Block without a count');
  await dialog.getByRole('button', { name: 'Save the kit' }).click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await expect(dialog.getByLabel('Note')).toHaveValue('Written down by hand');
  await line(1, '2', 'Block');
  await dialog.getByRole('button', { name: 'Another line' }).click();
  await line(2, '4', 'U-bolt');
  await dialog.getByRole('button', { name: 'Another line' }).click();
  await line(3, '8', 'Nut');
  await choose(dialog.getByLabel('Side, line 2'), 'rear');
  await dialog.getByRole('button', { name: 'Save the kit' }).click();
  await expect(dialog).toHaveCount(0);
  const kit = page.getByRole('listitem').filter({ hasText: 'Tarnfold Rear Pair' });
  await expect(kit).toContainText('model years 2001 to 2009');
  await expect(kit).toContainText('2 Block, 4 U-bolt, 8 Nut');
  await page.getByRole('button', { name: 'Tarnfold Rear Pair' }).click();
  await expect(page.getByLabel('Count, line 2')).toHaveValue('4');
  await expect(page.getByLabel('What, line 2')).toHaveValue('U-bolt');
  await expect(page.getByLabel('Side, line 2')).toContainText('rear');
});

test('a tech reads the catalog and may not change it', async ({ page }) => {
  await signIn(page, 'Ilse');
  await page.goto('/catalog');
  await expect(page.getByRole('row', { name: /Top spacer, 30 mm plate/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'New part' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'New kit' })).toHaveCount(0);
  // A long page is gone through by its anchors: each kit has one, and it lands on that kit.
  const anchors = page.getByRole('navigation', { name: 'Parts of the catalog' }).getByRole('link');
  const last = anchors.last();
  const kit = (await last.textContent())!;
  await last.click();
  await expect(page.locator('li:target').getByRole('heading', { level: 3 })).toHaveText(kit);
  await expect(page.locator('li:target')).toBeInViewport();
});

test('cars are found by plate or customer, and a car shows its visits and what was measured', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  await page.goto('/cars');
  await page.getByLabel('Find a car or customer').fill('PACK');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.getByRole('link', { name: 'Marl Fathom 70, pack trips' }).click();
  await expect(page.getByRole('heading', { name: 'Marl Fathom 70, pack trips' })).toBeVisible();
  await expect(page.getByText('Radius arm, axle to frame, front')).toBeVisible();
  await expect(page.getByText('measured here').first()).toBeVisible();
  await page.getByRole('button', { name: 'Edit what is known' }).click();
  await page.getByLabel('Still to be fitted later').fill('bumper, winch');
  await page.getByRole('button', { name: 'Save what is known' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Saved.' })).toBeVisible();
  await page.reload();
  await expect(page.getByText('bumper, winch')).toBeVisible();
  await page.goto('/cars?find=nobody%20at%20all');
  await expect(page.getByText('No car is called like that.')).toBeVisible();
});

test('stacked lift parts need the lead’s written reason; blocks on each other nobody allows', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  const id = await measured(page, 'KEEP 11');
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'front', 'Top spacer, 20 mm plate');
  await addPart(page, 'front', 'Top spacer, 24 mm plate');
  const stacked = page.locator('[data-consequence="front.stacked"]');
  await expect(stacked).toHaveAttribute('data-level', 'must');
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByText(/Lift parts stand on each other/)).toBeVisible();
  await page
    .getByLabel('Why these lift parts may be stacked')
    .fill('both plates from one maker, bolted as one');
  await addPart(page, 'rear', 'Block');
  await addPart(page, 'rear', 'Block');
  await expect(page.locator('[data-consequence="rear.blocks"]')).toHaveAttribute('data-level', 'never');
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByText(/Blocks stacked: Stacked blocks shear/)).toBeVisible();
  await page.locator('[data-consequence="rear.blocks"]').getByRole('button').first().click();
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByRole('heading', { name: 'Plan, version 1' })).toBeVisible();
  await page.goto(`/orders/${id}/trail`);
  await expect(page.getByText(/lifted “stacked”: both plates from one maker/)).toBeVisible();
});

test('a used part that replaces a thinner one lifts by the difference and claims nothing', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  const id = await measured(page, 'KEEP 12');
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'rear', 'Lift block, 2 in');
  const height = page.getByTestId('predicted-rear');
  await expect(height).toContainText('Predicted 24 1/8"');
  await page.locator('[data-part="block"]').getByText('new part').click();
  await choose(page.locator('[data-part="block"]').getByLabel('Comes'), 'used');
  await page.locator('[data-part="block"]').getByLabel('Replaces').fill('the block it came with');
  await page.locator('[data-part="block"]').getByLabel('of, in').fill('1');
  await expect(height).toContainText('Predicted 23 1/8"');
  await expect(page.getByText(/no kit’s claim is assumed for it/)).toBeVisible();
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByText(/predicted lift 1"/)).toBeVisible();
  await expect(page.getByText(', no claim')).toBeVisible();
});

test('a cut coil is marked as not to be undone, in the plan and as it is kept', async ({ page }) => {
  await signIn(page, 'Odalys');
  const id = await measured(page, 'KEEP 13');
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'front', 'Cut coil');
  await expect(page.getByText('Cannot be undone: cut coil.')).toBeVisible();
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(
    page.getByText(/Cannot be undone: Cut coil\. The lead and the customer say yes first/),
  ).toBeVisible();
});

test('weights sink and lift the corners, and what is still to come is predicted apart', async ({ page }) => {
  await signIn(page, 'Odalys');
  const id = await measured(page, 'KEEP 14');
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'front', truck('').spacer);
  const before = await page.getByTestId('predicted-front').innerText();
  await page.getByLabel('What', { exact: true }).fill('Winch and bumper');
  await page.getByLabel('lb').fill('220');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByTestId('predicted-front')).not.toHaveText(before);
  await expect(page.locator('[data-consequence="load-front"]')).toHaveCount(0);
  await page.getByText(/more, all within their limits/).click();
  await expect(page.locator('[data-consequence="load-front"]')).toBeVisible();
  await page.getByRole('checkbox', { name: 'still to come' }).check();
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await expect(page.getByRole('row', { name: /With Winch and bumper/ })).toBeVisible();
});

test('a hold for a part only a later phase needs is ended by the lead, with a reason and a PIN', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  const id = await measured(page, 'KEEP 15');
  await page.goto(`/orders/${id}/plan`);
  await addPart(page, 'front', 'Camber cams');
  await page.getByRole('button', { name: 'Record this plan' }).click();
  await page.getByRole('button', { name: 'The customer says yes' }).click();
  await expect(page.getByText(/to this picture/)).toBeVisible();
  await page.goto(`/orders/${id}/parts`);
  await page.getByRole('button', { name: 'Short or wrong' }).click();
  await page.getByLabel('How many are here').fill('0');
  await page.getByRole('button', { name: 'Record the count' }).click();
  await expect(page.getByText(/On hold: Camber cams: short, 0 of 2\. The car stays whole/)).toBeVisible();
  await page.getByRole('button', { name: 'The lead goes on without it' }).click();
  await page.getByRole('dialog').getByLabel('Reason').fill('needed only at the rack, on Friday');
  await enterPin(page, 'Odalys', 'End the hold');
  await expect(page.getByText('The car stays whole')).toHaveCount(0);
  await page.goto(`/orders/${id}/trail`);
  await expect(page.getByText(/Hold ended by Odalys: needed only at the rack/)).toBeVisible();
});

test('a car’s wheel sets are written down, put on, and chosen when it comes again', async ({ page }) => {
  await signIn(page, 'Odalys');
  const id = await takeIn(page, truck('SETS 7'));
  const car = await page.evaluate(
    async () => (await (await fetch('/api/find/cars?q=SETS%207')).json()).answer.cars[0].id,
  );
  await page.goto(`/cars/${car}`);
  const dialog = page.getByRole('dialog');
  const keep = dialog.getByRole('button', { name: /^(Record the set|It is so)/ });
  await page.getByRole('button', { name: 'Another wheel set' }).click();
  await keep.click();
  await expect(dialog.getByText('Name it, like winter or on steel')).toBeVisible();
  await dialog.getByLabel('Called').fill('summer');
  await dialog.getByLabel('Tires', { exact: true }).fill('big ones');
  await dialog.getByLabel('Rim width, in').fill('7,5');
  await dialog.getByLabel('Offset, mm').fill('30');
  await dialog.getByLabel('Its nuts or bolts go by').fill('11');
  await dialog.getByLabel('Written where').fill('wheel sheet, page 2');
  await keep.click();
  await expect(dialog.getByRole('alert').first()).toBeVisible();
  await dialog.getByLabel('Tires', { exact: true }).fill('LT245/75R17');
  await keep.click();
  // A figure short: asked once, what was typed stays.
  await expect(dialog.getByText(/Wheel nuts at /)).toBeVisible();
  await dialog.getByLabel('Its nuts or bolts go by').fill('110');
  await keep.click();
  await expect(dialog).toHaveCount(0);
  await page.getByRole('button', { name: 'Another wheel set' }).click();
  await dialog.getByLabel('Called').fill('mud');
  await dialog.getByLabel('Tires', { exact: true }).fill('LT285/70R17');
  await dialog.getByLabel('Rim width, in').fill('8.5');
  await dialog.getByLabel('Offset, mm').fill('10');
  await keep.click();
  await expect(dialog).toHaveCount(0);
  const set = (name: string) => page.getByRole('listitem').filter({ hasText: name });
  await expect(set('summer')).toContainText('nuts 110 lbf·ft (149 N·m), wheel sheet, page 2');
  await expect(set('mud')).toContainText('LT285/70R17 on 17 x 8.5, offset 10');
  await expect(set('mud')).toContainText('no value entered');
  await expect(set('mud')).toContainText('odometer reads 3.8% less than driven, by the size of its tires');

  await page.goto(`/orders/${id}`);
  await page.getByRole('button', { name: 'Say which wheels are on' }).click();
  await choose(dialog.getByLabel('Wheel set'), { label: 'summer, LT245/75R17' });
  await dialog.getByRole('button', { name: 'It stands on this set' }).click();
  await expect(page.getByText('summer: LT245/75R17 on 17 x 7.5, offset 30')).toBeVisible();
  await page.goto(`/cars/${car}`);
  await expect(set('LT245/75R17')).toContainText('on the car');
  await expect(set('mud')).toContainText('against summer: ');

  await page.goto('/orders/new');
  await find(page.getByLabel('Seen here before?'), 'SETS 7', /SETS 7/);
  await expect(page.getByLabel('Tires fitted')).toBeVisible();
  await choose(page.getByLabel('Comes on'), { label: 'mud: LT285/70R17 on 17 x 8.5, offset 10' });
  await expect(page.getByLabel('Tires fitted')).toBeHidden();
  await choose(page.getByLabel('It comes for'), 'inspection');
  await page.getByLabel('Odometer', { exact: true }).fill('20004');
  await page.getByLabel('In their words').fill('a look underneath');
  await page.getByLabel('Take it in beside').check();
  await page.getByRole('button', { name: /^(Take it in|It is so: take it in)$/ }).click();
  await expect(page).toHaveURL(/\/orders\/[0-9a-f-]{36}\/work$/);
  await page.goto(page.url().replace(/\/work$/, ''));
  await expect(page.getByText('mud: LT285/70R17 on 17 x 8.5, offset 10')).toBeVisible();
});

test('the owner has the whole record walked while work goes on, sees how far it is, and fetches everything', async ({
  page,
}) => {
  await signIn(page, 'Odalys');
  await page.goto('/shop/runs');
  const walk = page.locator('[data-work="verify"]');
  await page.getByRole('button', { name: 'Walk over the whole record' }).click();
  await expect(walk).toContainText(/under way at \d+ %|done/);
  // Orders are taken in meanwhile, and wait for nobody.
  await takeIn(page, truck('WALKED 1'));
  await page.goto('/shop/runs');
  await expect(walk).toContainText('done', { timeout: 120_000 });
  await expect(walk).toContainText(/\d+ orders with \d+ entries walked.*Nothing is broken\./);
  const everything = await page.request.get('/api/shop.zip');
  expect(everything.status()).toBe(200);
  expect((await everything.body()).subarray(0, 2).toString('latin1')).toBe('PK');
  await page.reload();
  await expect(page.locator('[data-work="export"]')).toContainText(/done.*\d+ files/);
  await expect(page.getByRole('button', { name: 'Walk over the whole record' })).toBeEnabled();
});
