import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { VesselView } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import type { VesselTree } from '@mercato/contract/sampling/vessels';
import { useHands } from '../testing/hands.ts';
import { clovers, drawnLot, grams, sampledLot, submittedSample, treeOf, vesselOf } from '../testing/samples.ts';

const hands = useHands();

describe('from the heap to the working sample', () => {
  it('masses balance along the tree, and what does not is refused with the grams that are off', async () => {
    const { lot, count } = await sampledLot(hands.sampler, 'C-1');
    // Source: ISTA, 1 to 4 containers of 15 to 100 kg: 3 from each (from memory).
    expect(count).toBe(12);
    const pour = (mass: string, loss: string) =>
      hands.sampler.post<SamplingView>(`/lots/${lot}/composite`, { mass: grams(mass), loss: grams(loss) });
    expect((await pour('590.0', '5')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'loss.text', message: expect.stringContaining('10 g are not accounted for') as string }],
    });
    expect((await pour('610.0', '5')).body).toMatchObject({
      errors: [{ path: 'mass.text', message: expect.stringContaining('10 g more than the 600 g') as string }],
    });
    expect((await treeOf(hands.lead, lot)).nodes.every((one) => one.kind === 'primary' && one.gone === null)).toBe(
      true,
    );
    const poured = (await pour('598.0', '2')).body;
    expect(poured.composite).toMatchObject({ vessel: { mass: grams('598.0') }, unweighed: 0 });
    expect((await pour('598.0', '2')).body).toMatchObject({ status: 409 });
    const composite = await vesselOf(hands.lead, lot, 'composite');
    const draw = poured.draw;
    const [first] = draw?.primaries ?? [];
    const again = (mass: object, note: string) =>
      hands.sampler.send('PUT', `/draws/${draw?.id}/containers/${first?.container}/samples/1`, {
        mass,
        look: 'even',
        note,
        takenAt: '2026-11-24T09:00:00Z',
        reason: 'read again',
      });
    expect((await again(grams('90.0'), '')).body).toMatchObject({ status: 409, errors: [{ path: 'mass.text' }] });
    expect((await again(grams('50.0'), 'seam open')).status).toBe(200);
    expect(
      (await hands.sampler.post(`/lots/${lot}/draws`, { method: 'even', columns: 2, rows: 2, reason: 'x' })).body,
    ).toMatchObject({
      status: 409,
      errors: [{ path: 'method' }],
    });
    const reweigh = (mass: string) =>
      hands.sampler.put<VesselTree>(`/vessels/${composite.id}/mass`, { mass: grams(mass), reason: 'read again' }, 1);
    expect((await reweigh('590')).body).toMatchObject({ status: 422, errors: [{ path: 'loss.text' }] });
    expect((await reweigh('598.5')).status).toBe(200);
    expect((await reweigh('598')).status).toBe(412);
    expect(
      (await hands.sampler.put(`/vessels/${composite.id}/mass`, { mass: grams('598.0'), reason: 'right at first' }, 2))
        .status,
    ).toBe(200);
    for (const one of (await treeOf(hands.lead, lot)).nodes.filter((other) => other.kind === 'primary'))
      expect(one).toMatchObject({ pouredInto: composite.id, gone: 'poured together' });

    expect((await hands.sampler.put(`/lots/${lot}/submitted`, submittedSample('599'), 0)).body).toMatchObject({
      errors: [{ path: 'mass.text', message: 'Only 598 g are left of the composite sample.' }],
    });
    await hands.sampler.put(`/lots/${lot}/submitted`, submittedSample('300'), 0);
    const reserve = { from: composite.id, mass: grams('290'), place: 'cold store 2', discardOn: '2027-11-24' };
    expect((await hands.sampler.post(`/lots/${lot}/reserves`, { ...reserve, mass: grams('299') })).body).toMatchObject({
      errors: [{ path: 'mass.text', message: 'Only 298 g are left of the composite sample.' }],
    });
    expect(
      (await hands.sampler.post(`/lots/${lot}/reserves`, { ...reserve, discardOn: '2026-11-01' })).body,
    ).toMatchObject({
      errors: [{ path: 'discardOn' }],
    });
    expect((await hands.sampler.post<SamplingView>(`/lots/${lot}/reserves`, reserve)).body.reserves).toMatchObject([
      { discardOn: '2027-11-24', vessel: { place: 'cold store 2' } },
    ]);
    expect(await vesselOf(hands.lead, lot, 'composite')).toMatchObject({ drawnG: '590', leftG: '8' });

    const finish = (rest: string | null, loss: string) =>
      hands.sampler.post<VesselTree>(`/vessels/${composite.id}/events`, {
        what: 'finish',
        how: 'returned',
        rest: rest === null ? null : grams(rest),
        loss: grams(loss),
        note: '',
      });
    expect((await finish(null, '1')).body).toMatchObject({
      status: 422,
      errors: [{ path: 'loss.text', message: expect.stringContaining('8 g are not accounted for') as string }],
    });
    expect((await finish('20', '0')).body).toMatchObject({ errors: [{ path: 'rest.text' }] });
    expect((await vesselOf(hands.lead, lot, 'composite')).gone).toBeNull();
    expect((await finish('7.5', '0')).status).toBe(201);
    expect(await vesselOf(hands.lead, lot, 'composite')).toMatchObject({
      gone: 'returned',
      events: [{ event: { what: 'finish', how: 'returned', rest: { text: '7.5', unit: 'g' } } }],
    });
    expect((await finish('7.5', '0')).body).toMatchObject({ status: 409 });
  });

  it('is not checked where nothing was weighed, and says so; a sample still to be taken stops it', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-2', '');
    const poured = await hands.sampler.post<SamplingView>(`/lots/${lot}/composite`, {
      mass: grams('500'),
      loss: grams('0'),
    });
    expect(poured.body.composite?.unweighed).toBe(12);
    const { lot: other } = await drawnLot(hands.sampler, 'C-3');
    expect(
      (await hands.sampler.post(`/lots/${other}/composite`, { mass: grams('500'), loss: grams('0') })).body,
    ).toMatchObject({
      status: 409,
      detail: '12 of 12 primary samples are still to be taken.',
    });
  });

  it('what was looked through goes back into the sample that it was drawn from, and counts there again', async () => {
    const { lot, draw } = await clovers(hands.analyst, 'C-5');
    const sample = (await draw({ purpose: 'purity', mass: grams('5.210') })).body;
    const { body: test } = await hands.analyst.post<{ tests: { id: string }[] }>('/purity/tests', {
      vesselId: sample.id,
    });
    const back = (rest: string | null, of = sample.id) =>
      hands.analyst.post<VesselTree>(`/vessels/${of}/events`, {
        what: 'finish',
        how: 'put back',
        rest: rest === null ? null : grams(rest),
        loss: grams('0'),
        note: '',
      });
    const seeds = { purpose: 'germination', mass: null, seeds: 400 };
    // Before the pure seed is weighed there is none: seeds are counted out of the submitted sample itself.
    const submitted = await vesselOf(hands.lead, lot, 'submitted');
    expect((await draw(seeds)).body).toMatchObject({ parentId: submitted.id, seeds: 400, mass: null });
    await hands.analyst.put(
      `/purity/tests/${test.tests[0]?.id ?? ''}`,
      { workingSample: '5.210', pureSeed: '5.180', otherSeeds: '0.020', inertMatter: '0.010' },
      1,
    );
    expect((await draw(seeds)).body).toMatchObject({ parentId: sample.id, seeds: 400 });
    expect((await draw({ ...seeds, mass: grams('4') })).body).toMatchObject({ errors: [{ path: 'seeds' }] });
    expect((await draw({ ...seeds, purpose: 'moisture' })).body).toMatchObject({ errors: [{ path: 'seeds' }] });
    expect((await draw({ purpose: 'moisture', mass: null })).body).toMatchObject({ errors: [{ path: 'mass' }] });

    expect(await vesselOf(hands.lead, lot, 'submitted')).toMatchObject({ drawnG: '5.21', leftG: '494.79' });
    for (const rest of [null, '0', '5.3'])
      expect((await back(rest)).body).toMatchObject({ status: 422, errors: [{ path: 'rest.text' }] });
    expect((await back('5.180', submitted.id)).body).toMatchObject({ errors: [{ path: 'loss.text' }] });
    expect((await back('5.180')).status).toBe(201);
    // By hand: 5.210 − 5.180 = 0.030 g were taken out for good.
    expect(await vesselOf(hands.lead, lot, 'submitted')).toMatchObject({ drawnG: '0.03', leftG: '499.97' });
    expect((await draw({ purpose: 'other-seeds', mass: grams('499.98') })).body).toMatchObject({
      errors: [{ path: 'mass.text', message: 'Only 499.97 g are left of the submitted sample.' }],
    });
    expect((await back('5.180')).status).toBe(409);
    // The pure seed is mixed again: seeds come out of the submitted sample.
    expect((await draw(seeds)).body).toMatchObject({ parentId: submitted.id });
    // At its end the balance of the submitted sample holds with what was put back.
    const end = { what: 'finish', how: 'discarded', loss: grams('0'), note: '' };
    const over = (rest: string) => hands.analyst.post(`/vessels/${submitted.id}/events`, { ...end, rest: grams(rest) });
    expect((await over('494.79')).body).toMatchObject({ errors: [{ path: 'loss.text' }] });
    expect((await over('499.97')).status).toBe(201);
    const searched = (await clovers(hands.analyst, 'C-6')).draw;
    const late = (await searched({ purpose: 'purity', mass: grams('5.1') })).body;
    const from = late.parentId ?? '';
    await hands.analyst.post(`/vessels/${from}/events`, { ...end, rest: grams('494.9') });
    expect((await back('5.1', late.id)).body).toMatchObject({ status: 409, errors: [{ path: 'how' }] });
  });

  it('a working sample below its least mass needs a reason, which the tree and the report keep', async () => {
    const { lot } = await sampledLot(hands.sampler, 'C-4');
    await hands.sampler.put(`/lots/${lot}/submitted`, submittedSample('150'), 0);
    // Source: ISTA, red clover, purity: 5 g (from memory).
    expect(
      (await hands.analyst.post(`/lots/${lot}/working`, { purpose: 'purity', mass: grams('4.9') })).body,
    ).toMatchObject({
      status: 422,
      errors: [{ path: 'why', message: 'This is lighter than 5 g: say why, or take more seed.' }],
    });
    const drawn = await hands.analyst.post<VesselView>(`/lots/${lot}/working`, {
      purpose: 'purity',
      mass: grams('4.9'),
      why: 'rare seed',
    });
    expect(drawn.status).toBe(201);
    expect(await vesselOf(hands.lead, lot, 'working')).toMatchObject({
      why: 'rare seed',
      parentId: (await vesselOf(hands.lead, lot, 'submitted')).id,
    });
    await hands.analyst.post('/purity/tests', { vesselId: drawn.body.id });
    const { report } = (await hands.lead.get<{ report: { notes: string[] } }>(`/lots/${lot}/release`)).body;
    expect(report.notes).toContain('The working sample for purity weighed 4.9 g, less than the 5 g asked: rare seed');
  });
});

describe('mass is conserved', () => {
  const masses = fc.integer({ min: 1, max: 4000 }).map((tenths) => (tenths / 10).toFixed(1));
  const acts = fc.array(
    fc.record({
      what: fc.constantFrom('reserve', 'working', 'submitted', 'reweigh', 'finish'),
      which: fc.nat(),
      mass: masses,
      loss: fc.constantFrom('0', '0.5', '400'),
    }),
    { minLength: 8, maxLength: 14 },
  );
  // Law: whatever is done, in whatever order, no vessel gives more than it holds, and none ends with seed unaccounted for.
  it('whatever is drawn, kept, weighed anew and brought to its end', async () => {
    let run = 0;
    await fc.assert(
      fc.asyncProperty(acts, async (steps) => {
        run += 1;
        const { lot } = await sampledLot(hands.sampler, `M-${run}`);
        await hands.sampler.post(`/lots/${lot}/composite`, { mass: grams('600.0'), loss: grams('0') });
        for (const { what, which, mass, loss } of steps) {
          const { nodes } = await treeOf(hands.lead, lot);
          const there = nodes.filter((one) => one.kind !== 'primary');
          const at = there[which % there.length];
          if (!at) continue;
          const answer = await (what === 'reserve'
            ? hands.sampler.post(`/lots/${lot}/reserves`, {
                from: at.id,
                mass: grams(mass),
                place: 'x',
                discardOn: '2027-11-24',
              })
            : what === 'working'
              ? hands.analyst.post(`/lots/${lot}/working`, { purpose: 'purity', mass: grams(mass), why: 'a small lot' })
              : what === 'submitted'
                ? hands.sampler.put(
                    `/lots/${lot}/submitted`,
                    { ...submittedSample(mass), reason: 'again' },
                    nodes.find((one) => one.kind === 'submitted')?.version ?? 0,
                  )
                : what === 'reweigh'
                  ? hands.sampler.put(`/vessels/${at.id}/mass`, { mass: grams(mass), reason: 'again' }, at.version)
                  : hands.sampler.post(`/vessels/${at.id}/events`, {
                      what: 'finish',
                      how: 'discarded',
                      rest: grams(mass),
                      loss: grams(loss),
                      note: '',
                    }));
          expect([200, 201, 409, 422]).toContain(answer.status);
          const after = (await treeOf(hands.lead, lot)).nodes;
          for (const one of after.filter((other) => other.kind !== 'primary')) {
            const held = Number(one.mass?.text);
            const drawn = after
              .filter((other) => other.parentId === one.id)
              .reduce((sum, other) => sum + Number(other.mass?.text), 0);
            expect(drawn, `${what} ${mass}: ${one.kind}`).toBeLessThanOrEqual(held + 1e-9);
          }
          // What ended at this step gave back or lost all but what rounding leaves open: half a tenth for each figure.
          if (what === 'finish' && answer.status === 201) {
            const held = Number(at.mass?.text);
            const children = after.filter((one) => one.parentId === at.id);
            const left = held - children.reduce((sum, one) => sum + Number(one.mass?.text), 0) - Number(mass);
            const open = 0.05 * (children.length + 2);
            expect(left).toBeLessThanOrEqual(Number(loss) + open + 1e-9);
            expect(left).toBeGreaterThanOrEqual(-open - 1e-9);
          }
        }
      }),
      { numRuns: 8 },
    );
    expect(hands.lab.errors).toEqual([]);
  });
});
