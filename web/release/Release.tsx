import { releaseRoutes } from '@mercato/contract/release/routes';
import { linkTo, reading, send } from '../api/routes.ts';
import type { DocumentKind } from '@mercato/contract/release/kinds';
import { newReleaseSchema, type ReleaseView } from '@mercato/contract/release/release';
import type { ReleaseDocument } from '@mercato/core/release/documents';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { useNavigate, useParams } from 'react-router';
import { shortInstant, useSession } from '../api/session.tsx';
import { BenchHead } from '../register/bench.tsx';
import { unlessEmpty, useEntry } from '../ui/entry.ts';
import { TextField, Trouble } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { Slip } from '../ui/Slip.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const NAMES: Readonly<Record<DocumentKind, string>> = { tag: 'AOSA/FSA tag', report: 'report in the ISTA manner' };

/** The tag and the report as they would be released now, why one is refused, and what was released before. */
export default function Release(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { session, may } = useSession();
  const [kind, setKind] = useState<DocumentKind | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const { data } = useQuery(reading(releaseRoutes.ofLot, { lot }));
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
  if (!data || !session) return <main aria-busy="true" />;
  const shown = kind ?? (data.lot.book === 'aosa' ? 'tag' : 'report');
  const document = data[shown];
  const slip = open === null ? undefined : data.slips[open];
  return (
    <main className="station">
      <section>
        <BenchHead lot={data.lot} title="Release" />
        <p style={{ marginTop: 12 }}>
          {(['tag', 'report'] as const).map((one) => (
            <button
              key={one}
              type="button"
              className="bare"
              aria-pressed={one === shown}
              style={{ marginRight: 18 }}
              onClick={() => setKind(one)}
            >
              <span
                style={
                  one === shown
                    ? { color: 'var(--ink)', fontWeight: 600, borderBottom: '2px solid var(--next)' }
                    : undefined
                }
              >
                {NAMES[one]}
              </span>
            </button>
          ))}
        </p>
        {document.refusals.length > 0 && (
          <div className="notice bad" role="status" style={{ display: 'block', marginBottom: 12 }}>
            <VerdictMark mark="outside" /> The {shown} cannot be released:
            <ul style={{ margin: '4px 0 0' }}>
              {document.refusals.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </div>
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
            <div className="actions">
              <Button onClick={() => setAsking(true)}>Release the {shown} …</Button>
            </div>
          ) : (
            <p className="soft" style={{ marginTop: 12 }}>
              The lead releases it.
            </p>
          ))}
        <h2 style={{ marginTop: 24 }}>Released</h2>
        {data.releases.length === 0 ? (
          <p className="soft">Nothing yet.</p>
        ) : (
          <table className="ruled" style={{ maxWidth: 860 }}>
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
                      ? 'based on superseded data'
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
          </table>
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

function Paper({
  document,
  species,
  narrow,
  openSlip,
  has,
}: {
  document: ReleaseDocument;
  species: string;
  narrow: boolean;
  openSlip: (key: string) => void;
  has: (key: string) => boolean;
}): JSX.Element {
  return (
    <article className="paper-tag" style={{ maxWidth: narrow ? 520 : 820 }}>
      <h2 style={{ fontSize: 20 }}>{document.title}</h2>
      <p>
        <i className="species">{species}</i>
      </p>
      <table className="ruled">
        <tbody>
          {document.lines.map((line, i) => (
            <tr key={i}>
              <td className="soft" style={{ width: narrow ? 190 : 300, padding: '5px 12px 5px 0' }}>
                {line.label}
              </td>
              <td className="fig" style={{ padding: '5px 0' }}>
                {line.key !== undefined && has(line.key) ? (
                  <button type="button" className="opens" onClick={() => openSlip(line.key ?? '')}>
                    {line.value}
                  </button>
                ) : (
                  line.value
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {document.notes.map((note) => (
        <p key={note} className="soft" style={{ margin: '8px 0 0' }}>
          {note}
        </p>
      ))}
    </article>
  );
}

function AskRelease({
  view,
  kind,
  show,
  leave,
}: {
  view: ReleaseView;
  kind: DocumentKind;
  show: boolean;
  leave: () => void;
}): JSX.Element {
  const client = useQueryClient();
  const before = view.releases.filter((one) => one.kind === kind).at(-1);
  const entry = useEntry(
    { reason: '' },
    (values) => ({ kind, ...unlessEmpty('amendReason', values.reason) }),
    newReleaseSchema,
    async (body, key) => {
      await send(client, releaseRoutes.release, { lot: view.lot.id }, body, { key });
      leave();
    },
  );
  return (
    <Modal show={show} onHide={leave} aria-labelledby="release-title" animation={false}>
      <form onSubmit={(event) => event.preventDefault()}>
        <Modal.Header closeButton>
          <h2 id="release-title">
            Release the {kind} of {view.lot.reference}?
          </h2>
        </Modal.Header>
        <Modal.Body>
          <p>
            It is frozen as it stands, with its PDF. A later correction marks it as based on superseded data; it is
            never changed.
          </p>
          {before && (
            <TextField
              label={`why ${kind} ${before.number} is issued again, amended`}
              {...entry.field('reason', 'amendReason')}
            />
          )}
          <Trouble text={entry.general} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={leave}>
            Not yet
          </Button>
          <Button disabled={entry.busy} onClick={() => void entry.submit()}>
            Release
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
}
