import { useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import {
  heterogeneityCorrectionSchema,
  type HeterogeneityView,
  newHeterogeneityTestSchema,
} from '@mercato/contract/sampling/heterogeneity';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { nextWords } from '@mercato/contract/words/next';
import { type Attribute, ATTRIBUTES, SEEDS_EACH } from '@mercato/core/sampling/judgeHeterogeneity';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, Earlier } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { described, FileField, Frame } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { ContainerPicture } from './ContainerPicture.tsx';
import { Power } from './Power.tsx';
import { readResults } from './readResults.ts';

const NAMES: Readonly<Record<Attribute, string>> = {
  purity: 'a purity component',
  germination: 'germination',
  'other-seeds': 'numbers of other seeds',
};

/** Is the lot one? Results of containers against what chance alone would give. */
export default function Heterogeneity() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const [shown, setShown] = useState<{ title: string; verdict: Verdict }>();
  const { data, error } = useQuery(reading(samplingRoutes.ofLot, { lot }));
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    { key: 's', says: 'sampling', act: () => void navigate(`/lots/${lot}/sampling`) },
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const tests = [...data.heterogeneity].reverse();
  const open = shown ?? (tests[0] && { title: 'H, spread of the containers', verdict: tests[0].verdict.h });
  return (
    <Station
      slip={
        open ? (
          <VerdictSlip title={open.title} verdict={open.verdict} />
        ) : (
          <p className="soft">
            Select containers at random, take a sample of each on its own, and test each on its own. The working of H
            and R stands here.
          </p>
        )
      }
    >
      <BenchHead lot={data.lot} title="Heterogeneity" />
      {tests.map((one) => (
        <Test key={one.id} test={one} lot={lot} show={setShown} />
      ))}
      {may('bench.write') ? (
        <NewTest key={tests.length} view={data} />
      ) : (
        tests.length === 0 && <p className="soft">No test yet; an analyst records it.</p>
      )}
    </Station>
  );
}

interface TestProps {
  test: HeterogeneityView;
  lot: string;
  show: (shown: { title: string; verdict: Verdict }) => void;
}

function Test({ test, lot, show }: TestProps) {
  const { session, may } = useSession();
  if (!session) return null;
  const { verdict, results } = test;
  const judged = [
    ['H', 'H, spread of the containers', verdict.h],
    ['R', 'R, highest less lowest', verdict.r],
  ] as const;
  return (
    <section className="mt-4">
      <h2>
        Test {test.number}: {NAMES[test.attribute]}
        {test.part && `, ${test.part}`}
      </h2>
      <p>
        {judged.map(([name, title, one]) => (
          <span key={name} className="me-4">
            <Inline className="opens fig fs-3" onClick={() => show({ title, verdict: one })}>
              {name} {one.measured === null ? '—' : Number(one.measured.toPrecision(3))}
            </Inline>{' '}
            {one.limit !== null && <span className="soft">at most {Number(one.limit.toPrecision(3))}</span>}{' '}
            <VerdictMark mark={one.outcome} word />
          </span>
        ))}
      </p>
      <p>
        {nextWords((verdict.h.outcome !== 'outside' && verdict.r.outcome === 'outside' ? verdict.r : verdict.h).next)}
      </p>
      {test.asked !== null && results.length < test.asked && (
        <p className="outside">
          {results.length} containers; the rule book asks for {test.asked} of a lot like this.
        </p>
      )}
      <ContainerPicture test={test} />
      <p className="soft">
        {results.length} containers of {test.seedsEach} seeds, by {test.by},{' '}
        {shortInstant(test.at, session.laboratory.zone)} · {test.edition}
      </p>
      {results
        .filter((one) => one.field.earlier.length > 0)
        .map((one) => (
          <p key={one.container}>
            container {one.container}: <b className="fig">{one.field.text}</b> <Earlier field={one.field} />
          </p>
        ))}
      <DecisionBox
        on={{ id: test.id, lotId: lot, decision: test.decision }}
        outside={verdict.outcome === 'outside'}
        subject="spread"
      />
      {may('bench.write') && <CorrectResult key={results.map((one) => one.field.text).join()} test={test} />}
      <Power test={test} />
    </section>
  );
}

function CorrectResult({ test }: { test: HeterogeneityView }) {
  const entry = useEntry({
    from: { results: [{ container: String(test.results[0]?.container ?? ''), text: '' }], reason: '' },
    schema: heterogeneityCorrectionSchema,
    send: to(samplingRoutes.correctHeterogeneity, { test: test.id }),
  });
  return (
    <Fold title="Correct a result">
      <EntryForm entry={entry} send="Correct the result" quiet waits>
        <div className="fields">
          <Field
            entry={entry}
            name="results.0.container"
            label="container"
            options={test.results.map((one) => [String(one.container), `${one.container}: ${one.field.text}`] as const)}
          />
          <Field entry={entry} name="results.0.text" label="result" />
          <Field entry={entry} name="reason" />
        </div>
      </EntryForm>
    </Fold>
  );
}

function NewTest({ view }: { view: SamplingView }) {
  const id = useId();
  const first: { attribute: Attribute; part: string; results: string } = {
    attribute: 'germination',
    part: '',
    results: '',
  };
  const entry = useEntry({
    from: { ...first, seedsEach: SEEDS_EACH[first.attribute] },
    body: (values) => {
      const results = readResults(values.results);
      return { ...values, results: results.ok ? results.results : [] };
    },
    schema: newHeterogeneityTestSchema,
    send: to(samplingRoutes.startHeterogeneity, { lot: view.lot.id }),
  });
  const { values, fault } = entry;
  const reading = readResults(values.results);
  const resultFault =
    values.results.trim() !== '' && !reading.ok
      ? `line ${reading.line}: ${reading.message}`
      : (fault('results') ?? atLine(fault, values.results));
  return (
    <EntryForm entry={entry} title="Record a test" send="Evaluate" className="mt-4" waits>
      <div className="fields w-text">
        <Field
          entry={entry}
          name="attribute"
          options={ATTRIBUTES.map((one) => [one, NAMES[one]] as const)}
          onChange={(attribute) =>
            entry.set({ attribute: attribute as Attribute, seedsEach: String(SEEDS_EACH[attribute as Attribute]) })
          }
        />
        <Field entry={entry} name="part" />
        <Field entry={entry} name="seedsEach" hint={`${SEEDS_EACH[values.attribute]} at least`} />
      </div>
      <Frame
        id={id}
        label={<>container and {values.attribute === 'other-seeds' ? 'seeds found' : 'percent'}, a line each</>}
        fault={resultFault}
        hint={reading.ok ? `${reading.results.length} containers; at least five` : undefined}
      >
        <Form.Control
          as="textarea"
          id={id}
          rows={8}
          className="num text-start"
          value={values.results}
          isInvalid={resultFault !== undefined}
          aria-describedby={described(id, resultFault, reading.ok)}
          placeholder={'3 92\n17 95\n22 88'}
          onChange={(event) => entry.set({ results: event.target.value })}
        />
      </Frame>
      <FileField
        label="or from a file"
        accept=".csv,.txt,text/csv,text/plain"
        onFile={(file) => {
          void file.text().then((text) => entry.set({ results: text.replace(/^\uFEFF/, '') }));
        }}
      />
    </EntryForm>
  );
}

/** What the server found wrong of one result, with its container. */
function atLine(fault: (path: string) => string | undefined, text: string): string | undefined {
  const results = readResults(text);
  if (!results.ok) return undefined;
  for (const [i, one] of results.results.entries()) {
    const found = fault(`results.${i}.text`) ?? fault(`results.${i}.container`) ?? fault(`results.${i}`);
    if (found) return `container ${one.container}: ${found}`;
  }
  return undefined;
}
