import type { Page } from '@playwright/test';

/** A phone held upright, and a desk at twice the size. */
const NARROW = [390, 640] as const;

/** What a page does that it should not, whoever looks: by keys, by its tab, on a phone, with large type. */
export async function badManners(page: Page): Promise<string[]> {
  const size = page.viewportSize()!;
  const found = await page.evaluate(() => {
    const said: string[] = [];
    if (['', 'Wrenchwise Ledger'].includes(document.title)) said.push('no title of its own');
    const headings = document.querySelectorAll('h1').length;
    if (headings !== 1) said.push(`${headings} headings of the first rank`);
    const desk = document.querySelector('nav[aria-label="Main"]');
    if (desk) {
      if (!document.querySelector('a[href="#page"]') || !document.querySelector('main#page'))
        said.push('no way past the head by a key');
      const order = document.querySelector('nav[aria-label="Pages of this order"]');
      // On paper each sheet says whose it is and what of.
      const strip = [...document.querySelectorAll('style')].some((one) =>
        /@top-left.*content/.test(one.textContent),
      );
      if (order && !strip) said.push('no strip on its paper');
      if (
        order &&
        !/\/(measures|values|list)$/.test(location.pathname) &&
        order.querySelectorAll('[aria-current=page]').length !== 1
      )
        said.push('the current page of the order is not marked');
    }
    const least = document.querySelector('.bay') ? 56 : 44;
    for (const one of document.querySelectorAll<HTMLElement>('button, .btn, input.input, [role=tab]')) {
      const { width, height } = one.getBoundingClientRect();
      const small = height > 0 && width > 0 && height < least - 1;
      // Words in a running line may be pressed as words; what is for the eyes of a reader alone has no size.
      const inLine = one.matches('[role=checkbox], [role=radio], [role=switch]');
      if (small && !inLine && !one.closest('p, .sr-only, [aria-hidden=true]') && width > 2)
        said.push(`${Math.round(height)} px high: ${one.outerHTML.slice(0, 120)}`);
    }
    return said.slice(0, 6);
  });
  for (const width of NARROW) {
    await page.setViewportSize({ width, height: 844 });
    const wide = await page.evaluate(() => {
      const most = document.documentElement.clientWidth;
      if (document.documentElement.scrollWidth <= most + 1) return null;
      const culprits = [...document.body.querySelectorAll<HTMLElement>('*')].filter((one) => {
        const { right, width: own } = one.getBoundingClientRect();
        return own > 0 && right > most + 1 && !one.closest('[class*=overflow-x-auto]');
      });
      return culprits.slice(-2).map((one) => one.outerHTML.slice(0, 140));
    });
    if (wide) found.push(`moves sideways at ${width} px: ${wide.join(' | ')}`);
  }
  await page.setViewportSize(size);
  return found;
}

/** Sheets of one screen that are opened and looked at: a ledger of two hundred rows has as many of one kind. */
const MOST_SHEETS = 4;

/**
 * Opens what says that it opens a sheet, each kind of it once: the focus goes into it, on its first field where it has one,
 * it has a title, Escape closes it, and the focus is back where it was.
 */
export async function badSheets(page: Page): Promise<string[]> {
  // One that is open already hides what would open another.
  if (await page.getByRole('dialog').count()) return [];
  const openers = page.locator('main [aria-haspopup=dialog]:visible, header [aria-haspopup=dialog]:visible');
  const words = await openers.allInnerTexts();
  const kinds = words.flatMap((one, at) => (one.trim() && words.indexOf(one) === at ? [at] : []));
  const said: string[] = [];
  for (const at of kinds.slice(0, MOST_SHEETS)) {
    const opener = openers.nth(at);
    // A choice that opens a list says so in the same way, and has its own tests.
    if ((await opener.getAttribute('data-value')) !== null || (await opener.isDisabled())) continue;
    await opener.click();
    const sheet = page.getByRole('dialog');
    await sheet.waitFor();
    const state = await sheet.evaluate((one) => {
      const fields = 'input:not([type=hidden]), textarea, [role=combobox], [role=radio], [role=checkbox]';
      const first = one.querySelector<HTMLElement>(fields);
      return {
        inside: one.contains(document.activeElement),
        onField: !first || Boolean(document.activeElement?.matches(fields)),
        title: Boolean(one.getAttribute('aria-labelledby')),
      };
    });
    const of = words[at]!.trim().slice(0, 40);
    if (!state.inside) said.push(`“${of}” opens a sheet and leaves the focus behind it`);
    else if (!state.onField) said.push(`“${of}” opens a sheet and does not begin at its first field`);
    if (!state.title) said.push(`“${of}” opens a sheet without a title`);
    await page.keyboard.press('Escape');
    await sheet.waitFor({ state: 'hidden' });
    const isBack = () => opener.evaluate((one) => one === document.activeElement).catch(() => false);
    let back = await isBack();
    for (let looks = 0; looks < 20 && !back; looks += 1) {
      await page.waitForTimeout(50);
      back = await isBack();
    }
    if (!back) said.push(`“${of}” closed, and the focus is not back on it`);
  }
  return said;
}
