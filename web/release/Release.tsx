import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal, Stack, Table } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import type { DocumentKind } from '@mercato/contract/release/kinds';
import { newReleaseSchema, type ReleaseView } from '@mercato/contract/release/release';
import { releaseRoutes } from '@mercato/contract/release/routes';
import type { ReleaseDocument } from '@mercato/core/release/documents';
import { linkTo, reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { BenchHead } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { Choices } from '../ui/Choices.tsx';
import { Field } from '../ui/Field.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Slip } from '../ui/Slip.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { Trouble } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const NAMES: Readonly<Record<DocumentKind, string>> = { tag: 'AOSA/FSA tag', report: 'report in the ISTA manner' };

/** The tag and the report as they would be released now, why one is refused, and what was released before. */
export default function Release() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { session, may } = useSession();
  const [kind, setKind] = useState<DocumentKind | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const { data, error } = useQuery(reading(releaseRoutes.ofLot, { lot }));
  useKeys([
    {
      key: 't',
      says: 'the tag',
      act: () => setKind('tag'),
    },
    {
      key: 'r',
      says: 'the report',
      act: () => setKind('report'),
    },
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
  ]);
  if (!data || !session) return <Busy error={error} back={['/lots', 'the lots']} />;
  const shown = kind ?? (data.lot.book === 'aosa' ? 'tag' : 'report');
  const document = data[shown];
  const slip = open === null ? undefined : data.slips[open];
  return (
    <main className="station">
      <section>
        <BenchHead lot={data.lot} title="Release" />
        <Choices
          label="document"
          options={(['tag', 'report'] as const).map((one) => [one, NAMES[one]] as const)}
          chosen={shown}
          choose={setKind}
        />
        {document.refusals.length > 0 && (
          <Notice bad className="mb-3" role="status">
            <VerdictMark mark="outside" /> The {shown} cannot be released:
            <ul className="mt-1 mb-0 mx-0">
              {document.refusals.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </Notice>
        )}
        <Paper
          document={document}
          species={`${data.lot.species}, ${data.lot.commonName}`}
          narrow={shown === 'tag'}
          openSlip={(key) => setOpen(key)}
          has={(key) => key in data.slips}
        />
        {document.refusals.length === 0 &&
          (may('release.write') ? (
            <Stack direction="horizontal" gap={2} className="actions">
              <Button onClick={() => setAsking(true)}>Release the {shown} …</Button>
            </Stack>
          ) : (
            <p className="soft mt-3">The lead releases it.</p>
          ))}
        <h2 className="mt-4">Released</h2>
        {data.releases.length === 0 ? (
          <p className="soft">Nothing yet.</p>
        ) : (
          <Table className="w-text">
            <tbody>
              {data.releases.map((one) => (
                <tr key={one.id}>
                  <td className="code">
                    {data.lot.reference}-{one.kind === 'tag' ? 'T' : 'R'}
                    {one.number}
                  </td>
                  <td>
                    <VerdictMark
                      mark={one.superseded || (one.validUntil ?? session.today) < session.today ? 'outside' : 'within'}
                    />{' '}
                    {one.superseded
                      ? 'data corrected after release'
                      : one.validUntil === null
                        ? 'stands'
                        : one.validUntil < session.today
                          ? `expired on ${one.validUntil}`
                          : `stands, valid to ${one.validUntil}`}
                    {one.amends === null ? '' : `; amends number ${one.amends}: ${one.amendReason ?? ''}`}
                  </td>
                  <td className="soft">
                    {one.by}, {shortInstant(one.at, session.laboratory.zone)}
                  </td>
                  <td>
                    <a href={linkTo(releaseRoutes.document, { release: one.id })} target="_blank" rel="noreferrer">
                      PDF
                    </a>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
      </section>
      <aside className="slip">
        {slip ? (
          <Slip title={slip.title} steps={slip.steps} rule={slip.rule} />
        ) : (
          <p className="soft">Every figure opens its working here.</p>
        )}
      </aside>
      <AskRelease view={data} kind={shown} show={asking} leave={() => setAsking(false)} />
    </main>
  );
}

interface PaperProps {
  document: ReleaseDocument;
  species: string;
  narrow: boolean;
  openSlip: (key: string) => void;
  has: (key: string) => boolean;
}

function Paper({ document, species, narrow, openSlip, has }: PaperProps) {
  return (
    <article className={`paper-tag ${narrow ? '' : 'report'}`}>
      <h2 className="fs-5">{document.title}</h2>
      <p>
        <i className="species">{species}</i>
      </p>
      <Table>
        <tbody>
          {document.lines.map((line, i) => (
            <tr key={i}>
              <td className="soft py-1 ps-0">{line.label}</td>
              <td className="fig py-1 px-0">
                {line.key !== undefined && has(line.key) ? (
                  <Inline className="opens" onClick={() => openSlip(line.key ?? '')}>
                    {line.value}
                  </Inline>
                ) : (
                  line.value
                )}
                {line.beneath && <div className="soft small beneath">{line.beneath}</div>}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {document.notes.map((note) => (
        <p key={note} className="soft mt-2 mb-0 mx-0">
          {note}
        </p>
      ))}
    </article>
  );
}

interface AskReleaseProps {
  view: ReleaseView;
  kind: DocumentKind;
  show: boolean;
  leave: () => void;
}

function AskRelease({ view, kind, show, leave }: AskReleaseProps) {
  const before = view.releases.filter((one) => one.kind === kind).at(-1);
  const entry = useEntry({
    from: { reason: '' },
    body: (values) => ({ kind, amendReason: values.reason }),
    schema: newReleaseSchema,
    send: to(releaseRoutes.release, { lot: view.lot.id }, { done: leave }),
  });
  return (
    <Modal show={show} onHide={leave} aria-labelledby="release-title" animation={false}>
      <form onSubmit={(event) => event.preventDefault()}>
        <Modal.Header closeButton>
          <h2 id="release-title">
            Release the {kind} of {view.lot.reference}?
          </h2>
        </Modal.Header>
        <Modal.Body>
          <p>A released document never changes. Later data corrections mark the document superseded.</p>
          {before && (
            <Field
              entry={entry}
              name="reason"
              path="amendReason"
              label={`why ${kind} ${before.number} is issued again, amended`}
            />
          )}
          <Trouble text={entry.general} />
        </Modal.Body>
        <Modal.Footer>
          <Quiet onClick={leave}>Cancel</Quiet>
          <Button disabled={entry.busy} onClick={() => void entry.submit()}>
            Release
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
