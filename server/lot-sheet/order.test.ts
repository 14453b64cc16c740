import { expect, it } from 'vitest';
import type { LotList } from '@mercato/contract/register/lots';
import type { StoreList } from '@mercato/contract/store/packets';
import { useHands } from '../testing/hands.ts';
import { CLOVER } from '../testing/laboratory.ts';
import { packetOf } from '../testing/packets.ts';

const hands = useHands();

it.each([
  ['', ['O-2', 'O-3', 'O-1']],
  ['reference', ['O-1', 'O-2', 'O-3']],
  ['-reference', ['O-3', 'O-2', 'O-1']],
  ['kind', ['O-2', 'O-1', 'O-3']],
  ['-kind', ['O-3', 'O-1', 'O-2']],
  // What is no column is no order.
  ['mass; drop table lot', ['O-2', 'O-3', 'O-1']],
])('lots come in the order that is asked for: %s', async (sort, references) => {
  for (const [reference, species] of [
    ['O-1', 'Trifolium pratense'],
    ['O-3', 'Trifolium pratense'],
    ['O-2', 'Avena sativa'],
  ] as const)
    await hands.sampler.post('/lots', { ...CLOVER, reference, species });
  const { rows } = (await hands.lead.get<LotList>(`/lots?q=O-&sort=${encodeURIComponent(sort)}`)).body;
  expect(rows.map((one) => one.reference)).toEqual(references);
});

it('packets come by kind, or by harvest or code where that is asked for, from either end', async () => {
  for (const [kind, harvestYear] of [
    ['sorrel', 2022],
    ['orache', 2024],
    ['orache', 2021],
  ] as const)
    await packetOf(hands, kind, '', 20, harvestYear);
  const asked = async (sort: string) =>
    (await hands.lead.get<StoreList>(`/store?show=all&sort=${sort}`)).body.rows.filter((one) =>
      ['sorrel', 'orache'].includes(one.kind),
    );
  const years = async (sort: string) => (await asked(sort)).map((one) => `${one.kind} ${one.harvestYear}`);
  expect(await years('')).toEqual(['orache 2024', 'orache 2021', 'sorrel 2022']);
  expect(await years('-packet')).toEqual(['sorrel 2022', 'orache 2024', 'orache 2021']);
  expect(await years('harvest')).toEqual(['orache 2021', 'sorrel 2022', 'orache 2024']);
  expect(await years('-harvest')).toEqual(['orache 2024', 'sorrel 2022', 'orache 2021']);
  const codes = (await asked('code')).map((one) => one.code);
  expect(codes).toEqual([...codes].sort());
  expect((await asked('-code')).map((one) => one.code)).toEqual([...codes].reverse());
});
