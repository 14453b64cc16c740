import { blocksWords } from '@mercato/contract/lot-sheet/words';
import { isPoisoned } from '@mercato/core/cleaning/screenings';
import type { DocumentData } from '@mercato/core/release/documents';
import type { Edition } from '@mercato/core/rule-books/edition';
import { type LotFile, requestOf } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { blocksOf, type Gathered } from './gather.ts';

/** Whether the scheme counts dormant seed as live; an edition that does not say so does not. */
export const countsDormant = (edition: Edition): boolean =>
  edition.parameterIfAny('pure_live_seed_counts_dormant')?.value === 1;

function clientOf(lot: Lot): string {
  const request = requestOf(lot);
  return request ? [request.client, request.theirReference].filter(Boolean).join(', their reference ') : '';
}

export function documentData(
  { lot, laboratory: lab, today, edition, brief }: LotFile,
  gathered: Gathered,
): DocumentData {
  return {
    reference: lot.reference,
    species: lot.species,
    commonName: brief.commonName,
    bookKind: lot.bookKind,
    variety: lot.variety,
    origin: lot.origin,
    harvest: lot.harvestMonth
      ? `${lot.harvestYear}-${String(lot.harvestMonth).padStart(2, '0')}`
      : String(lot.harvestYear),
    lotMass: `${lot.massText} ${lot.massUnit}`,
    containers:
      lot.containers === 0
        ? 'bulk'
        : `${lot.containers} of ${lot.containerMassText ?? ''} ${lot.containerMassUnit ?? ''}`,
    book: brief.book,
    edition: brief.edition.name,
    laboratory: { name: lab.name, address: lab.address },
    today,
    liveCountsDormant: countsDormant(edition),
    treated: lot.treatments.map((one) => ({ product: one.product, poison: isPoisoned([one]) })),
    client: clientOf(lot),
    ...gathered.facts,
    blocks: blocksOf(gathered.lines).map(blocksWords),
    accepted: acceptedNotes(gathered),
  };
}

/** What was accepted although it stood outside, with who and why, and what else a step has to say: printed on every document. */
const acceptedNotes = ({ steps }: Gathered): string[] => [
  ...steps
    .flatMap((one) => one.decisions())
    .flatMap((one) =>
      one?.decision === 'accept'
        ? [`${one.what.charAt(0).toUpperCase()}${one.what.slice(1)} was accepted by ${one.by}: ${one.reason}`]
        : [],
    ),
  ...steps.flatMap((one) => one.remarks()),
];
