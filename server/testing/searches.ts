import { expect } from 'vitest';
import type { OtherSeedsTest, OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { LotSheet } from '@mercato/contract/register/lots';
import type { Hands } from './hands.ts';
import { clovers, grams } from './samples.ts';
import { type SpokenLine, spokenOf } from './spoken.ts';
import type { Answer, Visitor } from './visitor.ts';

export interface Searches {
  /** A search on a sample of 51 g; the kind asks for 50. */
  search: (
    reference: string,
    plan?: object,
    lot?: Parameters<typeof clovers>[2],
  ) => Promise<{ lot: string; test: OtherSeedsTest; answer: Answer<OtherSeedsView> }>;
  /** Closes a tray, or corrects it. */
  tray: (
    test: OtherSeedsTest,
    number: number,
    examined: string,
    found: Readonly<Record<string, number>>,
    more?: object,
    version?: number,
    who?: Visitor,
  ) => Promise<Answer<OtherSeedsView>>;
  lineOf: (lot: string) => Promise<SpokenLine | undefined>;
}

/** Searches for other seeds, made by the analyst of a laboratory. */
export const searchesOf = (hands: Hands): Searches => ({
  search: async (reference, plan = {}, lot = {}) => {
    const bench = await clovers(hands.analyst, reference, lot);
    const drawn = await bench.draw({ purpose: 'other-seeds', mass: grams('51.0') });
    expect(drawn.status, JSON.stringify(drawn.body)).toBe(201);
    const answer = await hands.analyst.post<OtherSeedsView>('/other-seeds/tests', {
      vesselId: drawn.body.id,
      extent: 'complete',
      named: [],
      ...plan,
    });
    return {
      lot: bench.lot,
      test: (answer.status === 201 ? answer.body.tests[0] : undefined) as OtherSeedsTest,
      answer,
    };
  },
  tray: (test, number, examined, found, more = {}, version = 0, who = hands.analyst) =>
    who.put<OtherSeedsView>(
      `/other-seeds/tests/${test.id}/trays/${number}`,
      { examined, species: Object.entries(found).map(([name, count]) => ({ name, count })), ...more },
      version,
    ),
  lineOf: async (lot) => spokenOf((await hands.lead.get<LotSheet>(`/lots/${lot}`)).body, 'other-seeds'),
});
