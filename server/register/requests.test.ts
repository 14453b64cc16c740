import { describe, expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import { USUAL_TESTS } from '@mercato/contract/register/steps';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';
import { submittedSample } from '../testing/samples.ts';
import { spoken } from '../testing/spoken.ts';

const hands = useHands();

describe('a request', () => {
  const request = {
    client: 'Marlpit Growers',
    theirReference: 'MG 7',
    tests: ['purity'],
    dueOn: '2026-12-01',
    sampledBy: 'client',
    fee: { text: '48.50', currency: 'EUR' },
  };
  it('says what is asked, and a report of a sample that was sent in speaks for the sample alone', async () => {
    const lot = (await hands.sampler.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', reference: 'R-1' })).body.id;
    expect((await hands.sampler.put(`/lots/${lot}/request`, { ...request, tests: [] }, 0)).body).toMatchObject({
      errors: [{ path: 'tests' }],
    });
    expect(
      (await hands.sampler.put(`/lots/${lot}/request`, { ...request, fee: { text: '4', currency: 'euro' } }, 0)).body,
    ).toMatchObject({ errors: [{ path: 'fee.currency' }] });
    const kept = (await hands.sampler.put<LotSheet>(`/lots/${lot}/request`, request, 0)).body;
    expect(kept).toMatchObject({ request: { version: 1, client: 'Marlpit Growers' } });
    expect(kept.steps.map(spoken)[0]).toMatchObject({ note: 'the client’s sample is to come' });
    expect((await hands.sampler.put(`/lots/${lot}/request`, request, 0)).status).toBe(412);
    expect((await hands.sampler.put(`/lots/${lot}/request`, request, 1)).body).toMatchObject({
      errors: [{ path: 'reason' }],
    });
    const sent = { ...submittedSample('150'), primarySamples: null };
    const sheet = (await hands.sampler.put<SamplingView>(`/lots/${lot}/submitted`, sent, 0)).body;
    expect(sheet.submitted).toMatchObject({ primaryVerdict: null });
    expect(
      (await hands.sampler.put(`/lots/${lot}/request`, { ...request, sampledBy: 'us', reason: 'a slip' }, 1)).body,
    ).toMatchObject({ status: 409, errors: [{ path: 'sampledBy' }] });
    const release = (
      await hands.lead.get<{ report: { lines: { label: string; value: string }[]; notes: string[] } }>(
        `/lots/${lot}/release`,
      )
    ).body;
    expect(release.report.lines).toContainEqual({ label: 'Sampled by', value: 'the client' });
    expect(release.report.lines).toContainEqual({ label: 'For', value: 'Marlpit Growers, their reference MG 7' });
    expect(release.report.notes.join(' ')).toContain('speak for the sample as it was sent in');
    const now = (await hands.lead.get<LotSheet>(`/lots/${lot}`)).body;
    expect(now.steps.map((one) => spoken(one).note)).toContain('not asked for');
    expect(now.steps.map(spoken).at(-1)?.note).toBe('waits for purity');
    const ours = (await hands.sampler.post<LotSheet>('/lots', { ...CLOVER, book: 'ista', reference: 'R-2' })).body.id;
    expect((await hands.sampler.put(`/lots/${ours}/submitted`, sent, 0)).body).toMatchObject({
      errors: [{ path: 'primarySamples' }],
    });
  });
  it('comes with a new lot where it is known who asks, is tested as usual, and is proposed for the next', async () => {
    const lot = { ...CLOVER, book: 'ista', reference: 'R-3' };
    const none = await hands.sampler.post('/lots', { ...lot, asked: { client: '', soldIn: ['England'] } });
    expect(none.body).toMatchObject({ status: 422, errors: [{ path: 'asked.client' }] });
    const { body } = await hands.sampler.post<LotSheet>('/lots', {
      ...lot,
      asked: { client: 'Furrow & Daughters', soldIn: ['England'] },
    });
    expect(body.request).toMatchObject({
      client: 'Furrow & Daughters',
      soldIn: ['England'],
      tests: [...USUAL_TESTS],
      sampledBy: 'us',
      version: 1,
    });
    expect((await hands.sampler.get<{ clients: string[] }>('/clients')).body.clients).toEqual([
      'Furrow & Daughters',
      'Marlpit Growers',
    ]);
  });
});
