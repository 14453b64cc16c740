import { expect, it } from 'vitest';
import type { LotSheet } from '@mercato/contract/register/lots';
import { fill } from '../../bench/fill.ts';
import { fillStore } from '../../bench/fillStore.ts';
import { useHands } from '../testing/hands.ts';

const hands = useHands();

// The benchmark fills its tables with SQL of its own, which no type check sees.
it('the benchmark fills a laboratory of this version: its lots open, its dishes can be counted, its store can be read', async () => {
  const { pool } = hands.lab.connection;
  const { dishes } = await fill(pool, 200);
  await fillStore(pool, 20);
  expect(dishes).toHaveLength(8);
  const { rows } = await pool.query<{ lot: string }>('select lot_id as lot from vessel where id = $1', [dishes[0]]);
  const sheet = await hands.lead.get<LotSheet>(`/lots/${rows[0]?.lot ?? ''}`);
  expect(sheet.status, JSON.stringify(sheet.body)).toBe(200);
  const counted = await hands.lead.put(
    `/germination/dishes/${dishes[0] ?? ''}/days/10`,
    {
      counts: { normal: 38, abnormal: 4, hard: 0, fresh: 0, dead: 2 },
      closed: false,
      final: false,
      entry: 'typed',
    },
    2,
  );
  expect(counted.status, JSON.stringify(counted.body)).toBe(200);
  for (const page of ['/store', '/store/next', '/store/record', '/today', '/store/care'])
    expect((await hands.lead.get(page)).status, page).toBe(200);
});
