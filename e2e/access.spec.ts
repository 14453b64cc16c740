import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { ACTS_OF_FEATURES } from '../contract/words/acts.ts';
import { NEXT_OF_FEATURES } from '../contract/words/next.ts';
import { Hands } from './hands.ts';

/** What verdicts and the trail hold; a person reads its words. Codes of one word are words too. */
const CODES = [...NEXT_OF_FEATURES, ...ACTS_OF_FEATURES]
  .flatMap((one) => Object.keys(one))
  .filter((one) => one.includes('-'));

async function lotPath(page: Page, reference: string): Promise<string> {
  const id = await page.evaluate(
    async (q) => ((await (await fetch(`/api/lots?q=${q}`)).json()) as { rows: { id: string }[] }).rows[0]?.id,
    reference,
  );
  return `/lots/${id}`;
}

/** Goes to an address as the application's own links do, over an empty page, so that no view is taken for the one before it. */
async function walkTo(page: Page, path: string): Promise<void> {
  const go = (to: string) =>
    page.evaluate((address) => {
      history.pushState({}, '', address);
      dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }, to);
  const empty = page.getByRole('heading', { name: 'There is no such page' });
  await go('/nowhere');
  await expect(empty).toBeVisible();
  await go(path);
  await expect(empty).toBeHidden();
}

// A page here has one frame: its findings need not be put together in a page of their own, one for each look.
const axe = (page: Page) => new AxeBuilder({ page }).setLegacyMode();

/** What no page of the store shows outside a fold. */
const BENCH_WORDS =
  /\b(lots?|schools?|accessions?|arms?|p-values?|p (under )?\d|prior|hypergeometric|MCPD|CFR|left its band)\b/i;

/** Views of the running laboratory, looked at one after the other in both themes; all complaints of the browser count. */
const lookAround = (page: Page) => {
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));
  const inTheme = (theme: 'light' | 'dark') =>
    page.evaluate((name) => {
      document.documentElement.dataset.bsTheme = name;
    }, theme);
  const look = async (name: string) => {
    await expect(page.locator('main:not([aria-busy])')).toBeVisible();
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
    const shown = await page.locator('body').innerText();
    expect(
      CODES.filter((code) => shown.includes(code)),
      name,
    ).toEqual([]);
    const light = await axe(page).analyze();
    // The dark theme has the same bones: there only its colours are looked at.
    await inTheme('dark');
    const dark = await axe(page).withRules(['color-contrast']).analyze();
    await inTheme('light');
    expect(
      [...light.violations, ...dark.violations].map(
        (one) =>
          `${name}: ${one.id}: ${one.nodes
            .map((node) => node.html)
            .slice(0, 3)
            .join(' | ')}`,
      ),
    ).toEqual([]);
  };
  return {
    look,
    lookAt: async (paths: readonly string[]) => {
      for (const path of paths) {
        await walkTo(page, path);
        await look(path);
        // What only the bench says stands behind a fold, where a grower does not meet it.
        if (/^\/(store|quick)/.test(path))
          expect((await page.locator('main').innerText()).match(BENCH_WORDS)?.[0], path).toBeUndefined();
      }
    },
    noComplaints: () => {
      expect(complaints).toEqual([]);
    },
  };
};

/** Ids of what a list of the server holds. */
const idsOf = (page: Page, path: string) =>
  page.evaluate(async (address) => {
    const lists = (await (await fetch(`/api${address}`)).json()) as Record<string, unknown>;
    return ['rows', 'rounds', 'bagsOf', 'batches', 'lists', 'places'].flatMap((name) =>
      ((lists[name] ?? []) as { id: string }[]).map((one) => one.id),
    );
  }, path);

// Side by side, and without movement: a colour on its way is no colour of a theme.
test.describe.configure({ mode: 'parallel' });
test.use({ contextOptions: { reducedMotion: 'reduce' }, colorScheme: 'light' });

test('every view of the store is accessible in both themes and stays within the content policy', async ({ page }) => {
  test.slow(); // some forty views, one after the other
  const { look, lookAt, noComplaints } = lookAround(page);
  await page.goto('/sign-in');
  await look('sign-in');
  await page.goto('/set-up#token');
  await look('set-up');
  await new Hands(page).signIn('fennimore');
  const of = (path: string) => idsOf(page, path);
  const [packet = ''] = await of('/store?q=maize');
  const [tested = ''] = await of('/store?q=tomato');
  const [round = ''] = await of('/rounds');
  const bags = await of(`/rounds/${round}`);
  const [batch = ''] = await of('/store/batches');
  const [list = ''] = await of('/store/lists');
  const places = await of('/store/places');
  const shed = await of('/shed/batches?state=all');
  await lookAt([
    '/shed',
    '/shed/new',
    '/shed/ripe',
    '/shed/loads',
    '/shed/trial',
    '/shed/screens',
    '/shed/machines',
    '/shed/screenings',
    ...shed.map((one) => `/shed/batches/${one}`),
    '/store',
    '/store?q=nothing-like-it',
    '/store/new',
    `/store/new?like=${packet}`,
    `/store/packets/${packet}`,
    '/store/places',
    '/store/next',
    '/store/rounds',
    '/store/rounds/new',
    `/store/rounds/${round}`,
    `/store/bags/${bags[1] ?? ''}`,
    `/store/bags/${bags[4] ?? ''}`,
    '/store/dry?kind=leek',
    `/store/sow?packet=${tested}`,
    `/store/bed?packet=${tested}`,
    '/store/calendar',
    '/store/increase',
    '/store/trial',
    '/today',
    '/today/days',
    '/today/days?view=month',
    '/today/sheet',
    '/tools',
    '/store/care',
    ...places.map((one) => `/store/places/${one}`),
    '/store/batches/new?what=freezing',
    `/store/batches/${batch}`,
    '/store/lists',
    `/store/lists/${list}`,
    '/store/record',
    '/store/compare',
    '/store/candidates',
  ]);
  noComplaints();
});

test('every view of the laboratory is accessible in both themes and stays within the content policy', async ({
  page,
}) => {
  test.slow();
  const { look, lookAt, noComplaints } = lookAround(page);
  await new Hands(page).signIn('fennimore');
  const [clover, ryegrass, linseed, orchard, chickpea, trefoil = '', timothy] = await Promise.all(
    ['QM-0417', 'QM-0431', 'QM-0402', 'QM-0388', 'QM-0442', 'QM-0436', 'QM-0434'].map((one) => lotPath(page, one)),
  );
  const trefoilSample = await page.evaluate(
    async (path) =>
      ((await (await fetch(`/api${path}/vessels`)).json()) as { nodes: { id: string; kind: string }[] }).nodes.find(
        (one) => one.kind === 'submitted',
      )?.id ?? '',
    trefoil,
  );
  const dish = await page.evaluate(
    async (path) =>
      ((await (await fetch(`/api${path}/germination`)).json()) as { tests: { dishes: { id: string }[] }[] }).tests[0]
        ?.dishes[0]?.id ?? '',
    linseed ?? '',
  );
  const ista = await page.evaluate(
    async () =>
      ((await (await fetch('/api/rule-books')).json()) as { editions: { id: string; book: string }[] }).editions.find(
        (one) => one.book === 'ista',
      )?.id ?? '',
  );
  await lookAt([
    '/lots',
    '/lots?q=nothing-like-it',
    '/lots/new',
    '/lots/import',
    `${clover}`,
    `${clover}/edit`,
    `${clover}/history`,
    `${clover}/sampling`,
    `${chickpea}/sampling`,
    `${chickpea}/sampling/walk`,
    `${chickpea}/sampling/sheet`,
    `${trefoil}/sampling`,
    `${trefoil}/vessels`,
    `${trefoil}/vessels?at=${trefoilSample}`,
    `${timothy}/heterogeneity`,
    `${chickpea}/divide`,
    `${clover}/request`,
    '/stations',
    '/calculators/acceptance',
    '/for-programs',
    `${ryegrass}/purity`,
    `${clover}/purity`,
    `${chickpea}/purity`,
    `${clover}/purity/sheet`,
    `${clover}/other-seeds`,
    `${timothy}/other-seeds`,
    `${timothy}/other-seeds/sheet`,
    '/weeds?field=Long%20Meadow',
    '/balances',
    '/ovens',
    '/cabinets',
    '/picture',
    '/meters',
    '/drying?kind=wheat&moisture=18&target=13&mass=1000&unit=kg&way=bin&airM3h=500',
    '/drying?kind=bean&moisture=12&target=7&mass=200',
    `${clover}/moisture`,
    `${clover}/moisture/sheet`,
    `${clover}/weight`,
    `${linseed}/germination`,
    `${chickpea}/germination`,
    `${linseed}/germination/dishes/${dish}`,
    `${clover}/germination/count`,
    `${orchard}/release`,
    `${linseed}/release`,
    '/quick',
    '/calculators',
    '/calculators?id=germination.replicate-range',
    '/people',
    '/rules',
    `/rules/${ista}`,
    `/rules/${ista}?table=germination-two-tests-5C`,
    `/rules/${ista}?kind=avena`,
    `/rules/compare?a=${ista}&b=${ista}`,
  ]);
  await page.goto(`${ryegrass}/purity`);
  await page.getByLabel('balance of this bench').last().selectOption({ index: 1 });
  await expect(page.locator('.balance-strip .shown')).toHaveClass(/steady/);
  await page.getByText('its pan: a stand-in').click();
  await look('balance');
  await page.goto(`${timothy}/heterogeneity`);
  await page.getByRole('button', { name: 'Simulate' }).click();
  await expect(page.getByText('are called not uniform')).toBeVisible({ timeout: 120_000 });
  await expect(page.locator('.apexcharts-svg')).toBeVisible();
  await look('power');
  await page.goto('/calculators/acceptance');
  await page.getByRole('button', { name: 'Draw the curve' }).click();
  await expect(page.locator('.apexcharts-svg')).toBeVisible();
  await look('acceptance curve');
  await page.getByRole('button', { name: 'Find the smallest sample' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'the good lot passes' })).toBeVisible();
  await page.goto('/rules');
  await expect(page.getByRole('heading', { name: 'Rule books' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await look('keys');
  noComplaints();
});
