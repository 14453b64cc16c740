import { stringify } from 'csv-stringify/sync';
import { and, asc, desc, eq, gt, sql } from 'drizzle-orm';
import type { AccessionHeader } from '@mercato/contract/store/accessions';
import type { BrapiPage, BrapiSeedLot } from '@mercato/contract/store/brapi';
import type { Reader } from '../database/connect.ts';
import { fault } from '../http/fault.ts';
import { placePaths } from './places.ts';
import { accession, accessionRevision, packet } from './tables.ts';

/** What is in store, in columns that a list is read back by without a question about them. */
export async function packetsCsv(tx: Reader): Promise<string> {
  const rows = await tx
    .select({ packet, accession })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(gt(packet.left, '0'), eq(packet.undone, false)))
    .orderBy(asc(accession.kind), asc(accession.variety), desc(accession.harvestYear), asc(packet.id));
  const paths = await placePaths(tx);
  return stringify(
    rows.map(({ packet: row, accession: of }) => {
      const header = of.header;
      return {
        kind: of.kind,
        variety: of.variety,
        'scientific name': of.species,
        harvest: header.harvestMonth === null ? of.harvestYear : `${of.harvestYear}-${two(header.harvestMonth)}`,
        packed: row.packedOn,
        amount: row.left,
        unit: row.measure === 'count' ? 'seeds' : 'g',
        place: row.placeId === null ? '' : (paths.get(row.placeId) ?? []).join(' › '),
        supplier: row.supplier,
        from: header.from,
        owner: header.owner,
        treated: header.treated,
        notes: row.note,
        code: row.code,
        accession: of.number,
      };
    }),
    { header: true, columns: [...CSV_COLUMNS], escape_formulas: true },
  );
}
const CSV_COLUMNS = [
  'kind',
  'variety',
  'scientific name',
  'harvest',
  'packed',
  'amount',
  'unit',
  'place',
  'supplier',
  'from',
  'owner',
  'treated',
  'notes',
  'code',
  'accession',
] as const;
const two = (n: number) => String(n).padStart(2, '0');

/** The descriptors of FAO/Bioversity Multi-Crop Passport Descriptors V.2.1 (2015), in their order. */
const MCPD = [
  'PUID',
  'INSTCODE',
  'ACCENUMB',
  'COLLNUMB',
  'COLLCODE',
  'COLLNAME',
  'COLLINSTADDRESS',
  'COLLMISSID',
  'GENUS',
  'SPECIES',
  'SPAUTHOR',
  'SUBTAXA',
  'SUBTAUTHOR',
  'CROPNAME',
  'ACCENAME',
  'ACQDATE',
  'ORIGCTY',
  'COLLSITE',
  'DECLATITUDE',
  'LATITUDE',
  'DECLONGITUDE',
  'LONGITUDE',
  'COORDUNCERT',
  'COORDDATUM',
  'GEOREFMETH',
  'ELEVATION',
  'COLLDATE',
  'BREDCODE',
  'BREDNAME',
  'SAMPSTAT',
  'ANCEST',
  'COLLSRC',
  'DONORCODE',
  'DONORNAME',
  'DONORNUMB',
  'OTHERNUMB',
  'DUPLSITE',
  'DUPLINSTNAME',
  'STORAGE',
  'MLSSTAT',
  'REMARKS',
] as const;
/** Collecting source: 20 farm or cultivated habitat, 30 market or shop, 50 seed company; a gift says nothing of it. */
const COLLSRC: Readonly<Partial<Record<AccessionHeader['source'], string>>> = {
  'own harvest': '20',
  'bought fruit': '30',
  trade: '50',
};
/** Type of germplasm storage: 10 seed collection. */
const SEED_COLLECTION = '10';

/** Harvests as passport data; a date of which the day is not known has hyphens in its place, as the descriptors ask. */
export async function passportCsv(tx: Reader): Promise<string> {
  const rows = await tx
    .select({ accession, taken: accessionRevision.at })
    .from(accession)
    .innerJoin(
      accessionRevision,
      and(eq(accessionRevision.accessionId, accession.id), eq(accessionRevision.version, 1)),
    )
    .where(sql`exists (select 1 from packet p where p.accession_id = ${accession.id} and not p.undone)`)
    .orderBy(asc(accession.number));
  return stringify(
    rows.map(({ accession: of, taken }) => {
      const header = of.header;
      const [genus = '', ...species] = of.species.split(' ');
      const given = header.source !== 'own harvest';
      return {
        ACCENUMB: of.number,
        GENUS: genus,
        SPECIES: species.join(' '),
        CROPNAME: of.kind,
        ACCENAME: of.variety,
        ACQDATE: taken.toISOString().slice(0, 10).replaceAll('-', ''),
        COLLSITE: [header.site.name, header.site.district].filter(Boolean).join(', '),
        ELEVATION: header.site.elevationM ?? '',
        COLLDATE: `${of.harvestYear}${header.harvestMonth === null ? '--' : two(header.harvestMonth)}--`,
        COLLSRC: COLLSRC[header.source] ?? '',
        DONORNAME: given ? header.from : '',
        STORAGE: SEED_COLLECTION,
        REMARKS: header.note,
      };
    }),
    { header: true, columns: [...MCPD], escape_formulas: true },
  );
}

const PAGE = 1000;

/** Packets as seed lots of BrAPI v2.1, a page at a time. */
export async function seedLots(tx: Reader, query: Readonly<Record<string, unknown>>): Promise<BrapiPage<BrapiSeedLot>> {
  const whole = (name: string, least: number, most: number, otherwise: number) => {
    const typed = query[name];
    if (typed === undefined) return otherwise;
    const value = typeof typed === 'string' && /^\d{1,6}$/.test(typed) ? Number(typed) : NaN;
    if (!(value >= least && value <= most)) throw fault('invalid', { is: 'store.whole-number', least, most }, name);
    return value;
  };
  const currentPage = whole('page', 0, 100_000, 0);
  const pageSize = whole('pageSize', 1, PAGE, 100);
  const rows = await tx
    .select({ packet, accession, total: sql<number>`count(*) over ()::int` })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(eq(packet.undone, false))
    .orderBy(asc(packet.id))
    .limit(pageSize)
    .offset(currentPage * pageSize);
  const paths = await placePaths(tx);
  const totalCount = rows[0]?.total ?? 0;
  return {
    metadata: {
      pagination: { currentPage, pageSize, totalCount, totalPages: Math.ceil(totalCount / pageSize) },
      status: [],
      datafiles: [],
    },
    result: { data: rows.map((one) => seedLotOf(one, paths)) },
  };
}

export async function seedLot(tx: Reader, id: string): Promise<{ result: BrapiSeedLot }> {
  const [row] = await tx
    .select({ packet, accession })
    .from(packet)
    .innerJoin(accession, eq(accession.id, packet.accessionId))
    .where(and(eq(packet.id, id), eq(packet.undone, false)));
  if (!row) throw fault('not-found', 'store.no-such-seed-lot');
  return { result: seedLotOf(row, await placePaths(tx)) };
}

function seedLotOf(
  { packet: row, accession: of }: { packet: typeof packet.$inferSelect; accession: typeof accession.$inferSelect },
  paths: ReadonlyMap<string, string[]>,
): BrapiSeedLot {
  const path = row.placeId === null ? [] : (paths.get(row.placeId) ?? []);
  return {
    seedLotDbId: row.id,
    seedLotName: row.code,
    seedLotDescription: [of.kind, of.variety, of.harvestYear].filter(Boolean).join(' '),
    amount: Number(row.left),
    units: row.measure === 'count' ? 'seeds' : 'g',
    createdDate: row.createdAt.toISOString(),
    lastUpdated: row.updatedAt.toISOString(),
    locationDbId: row.placeId,
    locationName: path[0] ?? null,
    storageLocation: path.join(' › '),
    sourceCollection: of.number,
    contentMixture: [
      { germplasmDbId: of.id, germplasmName: [of.kind, of.variety].filter(Boolean).join(' '), mixturePercentage: 100 },
    ],
    additionalInfo: { species: of.species, harvestYear: String(of.harvestYear) },
    externalReferences: [],
  };
}
