import { describe, expect, it } from 'vitest';
import type { BalanceList, BalanceShown } from '@mercato/contract/devices/balances';
import type { MoistureView } from '@mercato/contract/moisture/moisture';
import type { PurityView } from '@mercato/contract/purity/purity';
import { serveTalker } from '../../devices/serveTalker.ts';
import { SimulatedBalance } from '../../devices/simulatedBalance.ts';
import { useHands } from '../testing/hands.ts';
import { clovers, grams } from '../testing/samples.ts';
import { LOADED } from '../testing/tins.ts';
import { hearBalance } from './balanceWatch.ts';
import { DeviceHub } from './hub.ts';

const hands = useHands();
const SETTINGS = {
  name: 'B1',
  address: '',
  pattern: 'W {value} {unit} {state:steady|moving}',
  overload: 'OVER',
  tare: 'TARE',
  baudRate: 9600,
  resolution: '0.0001',
  tolerance: '0.0003',
  checkHours: 24,
};

/** Runs a stand-in, and looks at it through a hub until `work` is done. */
async function beside(
  work: (tools: {
    balance: SimulatedBalance;
    until: (what: (shown: BalanceShown) => boolean) => Promise<BalanceShown>;
    tell: (line: string) => void;
  }) => Promise<void>,
): Promise<void> {
  const balance = new SimulatedBalance({ name: 'test', resolution: '0.0001', capacityG: 220 });
  const served = await serveTalker(balance, 0);
  const hub = new DeviceHub();
  let shown: BalanceShown | undefined;
  const stop = hub.listen(
    'b',
    hearBalance({ ...SETTINGS, address: `tcp://127.0.0.1:${served.port}` }),
    (next) => (shown = next),
  );
  try {
    await work({
      balance,
      until: async (what) => {
        for (let i = 0; i < 300; i += 1) {
          if (shown && what(shown)) return shown;
          await new Promise((done) => setTimeout(done, 50));
        }
        throw new Error(`the balance never showed it; last ${JSON.stringify(shown)}`);
      },
      tell: (line) => expect(hub.send('b', line)).toBe(true),
    });
  } finally {
    stop();
    hub.stop();
    await served.stop();
  }
}

describe('a balance over the network', () => {
  it('settles, takes its tare, and stands; its figure is what lies on the pan', async () => {
    await beside(async ({ until, tell }) => {
      await until((one) => one.reached && one.state === 'steady');
      tell('PUT 1.25');
      await until((one) => one.state === 'moving');
      const still = await until((one) => one.state === 'steady' && Number(one.text) > 1);
      expect(Math.abs(Number(still.text) - 1.25)).toBeLessThanOrEqual(0.0001);
      tell('TARE');
      const zero = await until((one) => one.state === 'steady' && Number(one.text) < 1);
      expect(Number(zero.text)).toBeLessThanOrEqual(0.0001);
    });
  });
  it('that is overloaded, trembles, falls silent, talks nonsense or loses its line says so, and comes back', async () => {
    await beside(async ({ until, tell }) => {
      await until((one) => one.state === 'steady');
      tell('PUT 500');
      await until((one) => one.state === 'overload');
      tell('CLEAR');
      await until((one) => one.state === 'steady');
      tell('FAULT draught');
      await until((one) => one.state === 'moving');
      await until((one) => one.state === 'steady');
      tell('FAULT silence');
      expect((await until((one) => one.state === 'silent')).reached).toBe(true);
      await until((one) => one.state === 'steady');
      tell('FAULT garbage');
      await until((one) => one.garbage > 0 && one.state === 'silent');
      await until((one) => one.state === 'steady');
      tell('FAULT drop');
      await until((one) => !one.reached && one.text === null);
      await until((one) => one.reached && one.state === 'steady');
    });
  });
});

describe('the register of balances', () => {
  const ids: Record<string, string> = {};
  it('is kept by the lead, with names, patterns and steps that can stand', async () => {
    expect((await hands.analyst.post('/balances', SETTINGS)).status).toBe(403);
    const added = await hands.lead.post<BalanceList>('/balances', SETTINGS);
    expect(added.body.balances).toMatchObject([{ name: 'B1', check: 'never', simulated: false, version: 1 }]);
    ids.fine = added.body.balances[0]?.id ?? '';
    expect((await hands.lead.post('/balances', SETTINGS)).body).toMatchObject({
      status: 409,
      errors: [{ path: 'name' }],
    });
    for (const [change, path] of [
      [{ pattern: '{unit}' }, 'pattern'],
      [{ address: 'http://x' }, 'address'],
      [{ resolution: '0.003' }, 'resolution'],
      [{ checkHours: 0 }, 'checkHours'],
    ] as const)
      expect((await hands.lead.post('/balances', { ...SETTINGS, name: 'B2', ...change })).body).toMatchObject({
        status: 422,
        errors: [{ path }],
      });
    const coarse = await hands.lead.post<BalanceList>('/balances', {
      ...SETTINGS,
      name: 'B2',
      resolution: '0.01',
      tolerance: '0.02',
    });
    ids.coarse = coarse.body.balances.find((one) => one.name === 'B2')?.id ?? '';
    expect((await hands.lead.put(`/balances/${ids.fine}`, { ...SETTINGS, checkHours: 12 }, 1)).body).toMatchObject({
      errors: [{ path: 'reason' }],
    });
    expect(
      (await hands.lead.put(`/balances/${ids.fine}`, { ...SETTINGS, checkHours: 12, reason: 'twice a day' }, 7)).status,
    ).toBe(412);
    expect((await hands.analyst.post(`/balances/${ids.fine}/acts`, { what: 'put', grams: '1' })).body).toMatchObject({
      status: 409,
    });
  });

  it('stands by check weights, and what it shows of them is no finer than it resolves', async () => {
    const check = (id: string | undefined, shown: string) =>
      hands.analyst.post<BalanceList>(`/balances/${id}/checks`, { nominal: '100', shown });
    expect((await check(ids.coarse, '100.001')).body).toMatchObject({ status: 422, errors: [{ path: 'shown' }] });
    const failed = (await check(ids.coarse, '100.05')).body.balances.find((one) => one.name === 'B2');
    expect(failed).toMatchObject({ check: 'failed', checks: [{ passed: false, by: 'The analyst' }] });
    const good = (await check(ids.fine, '100.0002')).body.balances.find((one) => one.name === 'B1');
    expect(good?.check).toBe('good');
  });

  it('goes with each weighing: name, step and last check; an unsound one needs a reason, a coarse one is refused', async () => {
    const bench = await clovers(hands.analyst, 'B-1');
    const vesselId = (await bench.draw({ purpose: 'purity', mass: grams('5.0') })).body.id;
    const test = (await hands.analyst.post<PurityView>('/purity/tests', { vesselId })).body.tests[0];
    const weigh = (weighedOn: object) =>
      hands.analyst.put<PurityView>(
        `/purity/tests/${test?.id}`,
        { workingSample: '5.000', pureSeed: '4.900', weighedOn },
        test?.version ?? 0,
      );
    expect((await weigh({ pureSeed: { balanceId: ids.coarse, why: 'the other is away' } })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'pureSeed', message: 'more decimals than B2 resolves: its smallest step is 0.01 g' }],
    });
    expect((await weigh({ pureSeed: { balanceId: crypto.randomUUID() } })).body).toMatchObject({
      errors: [{ path: 'weighedOn.pureSeed', message: 'there is no such balance' }],
    });
    // Two days on, the check of the fine one is overdue.
    const { clock } = hands.lab;
    const before = clock.now;
    clock.now = new Date(before.getTime() + 48 * 3_600_000);
    expect((await weigh({ pureSeed: { balanceId: ids.fine } })).body).toMatchObject({
      status: 422,
      errors: [
        { path: 'weighedOn.pureSeed.why', message: 'the check of B1 is overdue: say why it is used all the same' },
      ],
    });
    const kept = await weigh({ pureSeed: { balanceId: ids.fine, why: 'weights are at the calibration' } });
    clock.now = before;
    expect(kept.body.tests[0]?.fields).toMatchObject({
      workingSample: { device: null },
      pureSeed: {
        device: expect.stringMatching(
          /^B1, 0\.0001 g; check 100 g showed 100\.0002 g on .*; used all the same: weights are at/,
        ) as string,
      },
    });
  });

  it('goes with each container of the oven, dried whole or not', async () => {
    const bench = await clovers(hands.analyst, 'B-2');
    const vesselId = (await bench.draw({ purpose: 'moisture', mass: grams('12') })).body.id;
    const begun = await hands.analyst.post<MoistureView>('/moisture/tests', { vesselId, method: 'oven 130 °C, 1 h' });
    const [test] = begun.body.tests;
    const put = (path: string, body: object, version = test?.version ?? 0) =>
      hands.analyst.put<MoistureView>(`/moisture/tests/${test?.id}${path}`, body, version);
    const coarse = { 'second.withSeed': { balanceId: ids.coarse, why: 'the other is away' } };
    expect((await put('', { ...LOADED, weighedOn: coarse })).body).toMatchObject({
      status: 422,
      errors: [{ path: 'second.withSeed', message: expect.stringContaining('more decimals than B2') as string }],
    });
    const fine = { balanceId: ids.fine };
    const kept = await put('', { ...LOADED, weighedOn: { 'first.container': fine } });
    expect(kept.body.tests[0]?.fields).toMatchObject({
      'first.container': { device: expect.stringMatching(/^B1, 0\.0001 g; check 100 g/) as string },
      'first.withSeed': { device: null },
    });
    const whole = { container: '50.000', withSeed: '75.000', dried: '72.500' };
    const predried = await put(
      '/oven',
      { predried: { first: whole, second: whole }, weighedOn: { 'predried.second.dried': fine } },
      kept.body.tests[0]?.version,
    );
    expect(predried.body.tests[0]?.fields).toMatchObject({
      'predried.second.dried': { device: expect.stringMatching(/^B1/) as string },
      'predried.first.dried': { device: null },
    });
  });
});
