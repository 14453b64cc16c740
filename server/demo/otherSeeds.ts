import { v7 as uuid } from 'uuid';
import { FIND_KEYS } from '@mercato/contract/other-seeds/otherSeeds';
import { writeVerification } from '@mercato/core/rule-books/verification';
import type { Transaction } from '../database/connect.ts';
import { writeInHand } from '../hands/hands.ts';
import { bindKeys, countTray, startSearch } from '../other-seeds/count.ts';
import { keepFinds, trayNamed } from '../other-seeds/lateFinds.ts';
import type { Lot } from '../register/lots.ts';
import { testById } from '../register/tests.ts';
import { issueDraft, lockDraft, startDraft } from '../rule-books/drafts.ts';
import { currentEdition, editionContent } from '../rule-books/editions.ts';
import { scribe } from '../scribe.ts';
import { INVENTED } from './invented.ts';
import { type Cast, drawFor, type Scribe } from './scene.ts';

/** The lot whose search stands half way: one tray closed, another under the keys. */
export const SEARCHED = 'QM-0434';

/** Timothy under search: species on keys, a closed tray, and keys of the next. */
export async function demoSearch(hand: Scribe, lot: Lot, grams: number): Promise<void> {
  const sample = await drawFor(hand, lot, 'other-seeds', grams.toFixed(2));
  const test = await startSearch(hand, { vesselId: sample.id, extent: 'complete', named: [] });
  const species = ['Rumex acetosella', 'Agrostis stolonifera', 'Trifolium repens', 'Plantago major', 'Elymus repens'];
  await bindKeys(hand, test, { keys: species.map((name, i) => ({ key: FIND_KEYS[i] ?? '1', species: name })) }, 0);
  const found = [
    { name: 'Rumex acetosella', count: 14 },
    { name: 'Trifolium repens', count: 6 },
    { name: 'Plantago major', count: 9 },
    { name: 'Elymus repens', count: 1 },
  ];
  await countTray(hand, test, 1, { examined: '4.02', species: found }, 0);
  const bound = await testById(hand.tx, test.id, 'other-seeds');
  await keepFinds(hand, bound, {
    session: uuid(),
    keys: [0, 0, 3, 0, 2, 2, 0, 3, 3, 0, 1, 0].map((i, sequence) => ({
      sequence,
      tray: 2,
      species: species[i] ?? '',
      seeds: 1,
      turn: 0,
    })),
  });
  // Whoever looks at the demo finds the tray put down.
  await writeInHand(hand.tx, trayNamed(bound, 2), hand.hand, true);
}

/** The station's own noxious lists, beside the shipped one; taken into use. */
export async function demoNoxious(tx: Transaction, cast: Cast, now: Date): Promise<void> {
  const shipped = await currentEdition(tx, 'noxious');
  const content = await editionContent(tx, shipped.id);
  const table = content.tables.species;
  if (!table) return;
  const hand = scribe(tx, cast.lead, new Date(now.getTime() - 8e9));
  const rows = Object.entries(INVENTED.noxious).flatMap(([jurisdiction, species]) =>
    species.map(([name, standing, most, per, unit]) => ({
      jurisdiction,
      species: name,
      standing,
      most,
      per,
      unit,
      note: '',
      confidence: '',
      doubts: '',
      origin: 'own',
      verification: writeVerification({ how: 'entered', by: cast.lead.name, on: null }),
    })),
  );
  const id = await startDraft(
    hand,
    {
      ...content,
      name: 'Noxious lists of the Quillmere station',
      tables: { species: { ...table, rows: [...rows, ...table.rows] } },
    },
    shipped.id,
  );
  await issueDraft(hand, await lockDraft(tx, id, null), { reason: 'where the station sells', use: true });
}
