import { and, desc, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { DocumentKind } from '@mercato/contract/release/kinds';
import type { NewRelease, ReleaseSnapshot, ReleaseView } from '@mercato/contract/release/release';
import { releaseRoutes } from '@mercato/contract/release/routes';
import { analysisTag, testReport } from '@mercato/core/release/documents';
import type { Api } from '../http/api.ts';
import { idParam } from '../http/asked.ts';
import type { WriteContext } from '../http/context.ts';
import { fault } from '../http/fault.ts';
import { documentData } from '../lot-sheet/documentData.ts';
import { gather } from '../lot-sheet/gather.ts';
import { slipsOf } from '../lot-sheet/slips.ts';
import { type LotPicture, pictureOf } from '../lot-sheet/standing.ts';
import { openFile } from '../register/lotFile.ts';
import { lockLot, type Lot, refuseDivided } from '../register/lots.ts';
import { shippedBooks } from '../rule-books/shipped.ts';
import { renderPdf } from './pdf.ts';
import { basisOf } from './result.ts';
import { release } from './tables.ts';

export function serveRelease(api: Api<LotPicture>): void {
  api.read(releaseRoutes.ofLot, async ({ tx, params, now }) =>
    releaseView(await pictureOf(tx, await openFile(tx, idParam(params, 'lot'), now))),
  );

  api.write(releaseRoutes.release, async (context) => {
    const lot = await lockLot(context.tx, idParam(context.params, 'lot'));
    await releaseDocument(context, lot, context.body);
    return releaseView(await context.settle(lot.id));
  });

  api.read(releaseRoutes.one, async ({ tx, params }) => {
    const [row] = await tx
      .select({ snapshot: release.snapshot })
      .from(release)
      .where(eq(release.id, idParam(params, 'release')));
    if (!row) throw fault('not-found', 'release.no-such-release');
    return row.snapshot;
  });

  api.file(releaseRoutes.document, async ({ tx, params }) => {
    const [row] = await tx
      .select({ pdf: release.pdf, kind: release.kind, number: release.number })
      .from(release)
      .where(eq(release.id, idParam(params, 'release')));
    if (!row) throw fault('not-found', 'release.no-such-release');
    return { name: `${row.kind}-${row.number}.pdf`, body: row.pdf };
  });
}

function releaseView({ file, gathered, releases }: LotPicture): ReleaseView {
  const data = documentData(file, gathered);
  const months = shippedBooks().aosa.parameter('label_validity_months').value;
  return {
    lot: gathered.sampling.lot,
    tag: analysisTag(data, months),
    report: testReport(data),
    slips: slipsOf(gathered, file.edition),
    releases: [...releases],
  };
}

/** Freezes a document with its PDF. A second one of its kind is amended: it names the first and says why. */
export async function releaseDocument(
  {
    tx,
    hand,
    person,
    now,
    audit,
    touch,
  }: Pick<WriteContext<unknown>, 'tx' | 'hand' | 'person' | 'now' | 'audit' | 'touch'>,
  lot: Lot,
  body: NewRelease,
): Promise<void> {
  refuseDivided(lot);
  const file = await openFile(tx, lot.id, now);
  const gathered = await gather(tx, file);
  const data = documentData(file, gathered);
  const document =
    body.kind === 'tag'
      ? analysisTag(data, shippedBooks().aosa.parameter('label_validity_months').value)
      : testReport(data);
  if (document.refusals.length > 0)
    throw fault(
      'conflict',
      { is: 'release.cannot-released', kind: body.kind },
      document.refusals.map((message) => ({ path: body.kind, message })),
    );
  const [before] = await tx
    .select({ id: release.id, number: release.number })
    .from(release)
    .where(and(eq(release.lotId, lot.id), eq(release.kind, body.kind)))
    .orderBy(desc(release.number))
    .limit(1);
  if (before && !body.amendReason)
    throw fault('invalid', { is: 'release.released-already-another-amended', kind: body.kind }, 'amendReason');
  const number = (before?.number ?? 0) + 1;
  const amends = before ? `amends ${nameOf(lot, body.kind, before.number)}: ${body.amendReason ?? ''}` : null;
  const pdf = await renderPdf(
    body.kind,
    document,
    {
      species: `${data.species}${data.commonName ? `, ${data.commonName}` : ''}`,
      number: nameOf(lot, body.kind, number),
      issued: file.today,
      by: person.name,
      amends,
    },
    file.laboratory.paper,
  );
  const snapshot: ReleaseSnapshot = {
    document,
    slips: slipsOf(gathered, file.edition),
    reference: lot.reference,
    number,
    kind: body.kind,
    at: now.toISOString(),
    by: person.name,
    amends: before?.number ?? null,
  };
  const id = uuid();
  await tx.insert(release).values({
    id,
    lotId: lot.id,
    kind: body.kind,
    number,
    amends: before?.id ?? null,
    amendReason: before ? (body.amendReason ?? null) : null,
    basis: basisOf(file, body.kind),
    snapshot,
    pdf,
    by: hand.personId,
    at: now,
  });
  await audit({
    lotId: lot.id,
    act: { is: 'released', kind: body.kind },
    subject: `release ${id}`,
    after: { number, document },
    reason: body.amendReason,
  });
  touch(lot.id);
}

const nameOf = (lot: Lot, kind: DocumentKind, number: number) =>
  `${lot.reference}-${kind === 'tag' ? 'T' : 'R'}${number}`;
