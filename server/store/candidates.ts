import { and, asc, eq, gt } from 'drizzle-orm';
import type { CandidateList } from '@mercato/contract/store/candidates';
import { candidateFor, FITS, type Site } from '@mercato/core/store/candidates';
import { askedText } from '../http/asked.ts';
import type { Reader } from '../database/connect.ts';
import { foldText } from '../register/lots.ts';
import { accession, packet } from './tables.ts';

const MOST = 300;

/** The harvests that are in store, ranked for a site; what their owners do not let go stands last, with the reason. */
export async function listCandidates(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<CandidateList> {
  const text = (name: string) => askedText(query[name], 120);
  const figure = (name: string, least: number, most: number) => {
    const typed = text(name);
    const value = /^-?\d{1,5}(\.\d+)?$/.test(typed) ? Number(typed) : null;
    return value !== null && value >= least && value <= most ? value : null;
  };
  const target: Site = {
    name: text('name'),
    district: text('district'),
    elevationM: figure('elevation', -450, 9000),
    exposure: text('exposure'),
    rainfallMm: figure('rainfall', 0, 30_000),
  };
  const words = foldText(text('kind')).split(/\s+/).filter(Boolean);
  const rows = await tx
    .selectDistinctOn([accession.id], { accession, packetId: packet.id, searched: packet.searchText })
    .from(accession)
    .innerJoin(packet, eq(packet.accessionId, accession.id))
    .where(and(gt(packet.left, '0'), eq(packet.undone, false)))
    .orderBy(asc(accession.id), asc(packet.id));
  const lines = rows
    .filter((one) => words.every((word) => one.searched.includes(word)))
    .map(({ accession: row, packetId }) => {
      const header = row.header;
      const { fit, reasons, distance } = candidateFor(target, header);
      return {
        accessionId: row.id,
        number: row.number,
        packetId,
        kind: row.kind,
        variety: row.variety,
        species: row.species,
        harvestYear: row.harvestYear,
        site: header.site,
        owner: header.owner,
        terms: header.terms,
        fit,
        reasons: [...reasons],
        distance,
      };
    })
    .sort(
      (a, b) =>
        FITS.indexOf(a.fit) - FITS.indexOf(b.fit) ||
        (a.distance === b.distance ? b.harvestYear - a.harvestYear : a.distance - b.distance),
    );
  return {
    target,
    total: lines.length,
    candidates: lines.slice(0, MOST).map(({ distance: _distance, ...line }) => line),
  };
}
