import {
  otherSeedsCountSchema,
  type OtherSeedsTest,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { threeFigures, type OtherSeedsRate } from '@mercato/core/other-seeds/ratePerMass';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { useNavigate, useParams } from 'react-router';
import { read, write } from '../api/client.ts';
import { useSession } from '../api/session.tsx';
import { BenchHead, DecisionBox, DrawAndStart, Earlier } from '../register/bench.tsx';
import { plainFigure, unlessEmpty, useDraft, wholeNumber } from '../ui/draft.ts';
import { DraftForm } from '../ui/DraftForm.tsx';
import { TextField } from '../ui/fields.tsx';
import { useKeys } from '../ui/keys.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';

export default function OtherSeeds(): JSX.Element {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const client = useQueryClient();
  const { may } = useSession();
  const { data } = useQuery({
    queryKey: ['other-seeds', lot],
    queryFn: ({ signal }) => read<OtherSeedsView>(`/lots/${lot}/other-seeds`, signal),
  });
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  if (!data) return <main aria-busy="true" />;
  const start = async (vesselId: string) => {
    client.setQueryData(['other-seeds', lot], await write<OtherSeedsView>('POST', '/other-seeds/tests', { vesselId }));
  };
  const test = data.tests.at(-1);
  const draw = (
    <DrawAndStart
      lot={data.lot}
      purpose="other-seeds"
      least={data.leastG}
      waiting={data.waiting}
      start={start}
      may={may('bench.write')}
    />
  );
  if (!test || test.decision?.decision === 'set-aside')
    return (
      <main className="station">
        <section>
          <BenchHead lot={data.lot} title="Other seeds by number" />
          {draw}
        </section>
        <aside className="slip">
          <p className="soft">
            The whole working sample is searched for seeds of all other species. None found is not none present: the
            slip says how many may still be there.
          </p>
        </aside>
      </main>
    );
  return (
    <Station key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
      {data.waiting.length > 0 && draw}
    </Station>
  );
}

interface Row {
  name: string;
  count: string;
}

function Station({
  view,
  test,
  mayWrite,
  children,
}: {
  view: OtherSeedsView;
  test: OtherSeedsTest;
  mayWrite: boolean;
  children: React.ReactNode;
}): JSX.Element {
  const client = useQueryClient();
  const [shown, setShown] = useState<string | null>(null);
  const { data: species } = useQuery({
    queryKey: ['other-species'],
    queryFn: ({ signal }) => read<{ species: { species: string; commonNames: string[] }[] }>('/other-species', signal),
    staleTime: Infinity,
  });
  const draft = useDraft(
    {
      examined: test.fields.examined?.text ?? '',
      rows: [
        ...test.species.map((one): Row => ({ name: one.name, count: String(one.count) })),
        { name: '', count: '' },
      ],
      reason: '',
    },
    (values) => ({
      examined: plainFigure(values.examined),
      species: values.rows
        .filter((row) => row.name.trim() || row.count.trim())
        .map((row) => ({
          name: row.name.trim(),
          count: wholeNumber(row.count),
        })),
      ...unlessEmpty('reason', values.reason),
    }),
    otherSeedsCountSchema,
    async (body, key) => {
      client.setQueryData(
        ['other-seeds', view.lot.id],
        await write<OtherSeedsView>('PUT', `/other-seeds/tests/${test.id}`, body, { version: test.version, key }),
      );
      await client.invalidateQueries({ queryKey: ['lot', view.lot.id] });
    },
  );
  const { values, set, fault, field } = draft;
  const change = (index: number, next: Partial<Row>) => {
    const rows = values.rows.map((row, i) => (i === index ? { ...row, ...next } : row));
    if (rows.at(-1)?.name) rows.push({ name: '', count: '' });
    set({ rows });
  };
  const corrects = test.fields.examined !== undefined;
  const slip = shown === null ? test.total : test.species.find((one) => one.name === shown);
  return (
    <main className="station">
      <section>
        <BenchHead lot={view.lot} title="Other seeds by number" code={test.vesselCode}>
          complete search{view.leastG === null ? '' : ` · the book asks for ${view.leastG} g`} · {test.edition.name}
        </BenchHead>
        <DraftForm
          draft={draft}
          send={mayWrite ? (corrects ? 'Keep the changes' : 'Keep the count') : null}
          beside={
            <span className="soft">
              {test.version > 1 ? `last written by ${test.updatedBy}` : 'with no row filled in, none was found'}
            </span>
          }
          style={{ marginTop: 16 }}
        >
          <TextField
            label="mass searched, g"
            figure
            inputMode="decimal"
            {...field('examined')}
            autoFocus={!corrects}
            disabled={!mayWrite}
          />
          <datalist id="species-known">
            {species?.species.map((one) => (
              <option key={one.species} value={one.species}>
                {one.commonNames[0]}
              </option>
            ))}
          </datalist>
          <div className="scroll">
            <table className="ruled" style={{ maxWidth: 900 }}>
              <thead>
                <tr>
                  <th>species</th>
                  <th>seeds</th>
                  <th className="num">per kg</th>
                  <th className="num">per lb</th>
                  <th className="num">per oz</th>
                  <th>before</th>
                </tr>
              </thead>
              <tbody>
                {values.rows.map((row, i) => {
                  const found = test.species.find((one) => one.name === row.name && String(one.count) === row.count);
                  const why = fault(`species.${i}`) ?? fault(`species.${i}.name`) ?? fault(`species.${i}.count`);
                  return (
                    <tr key={i}>
                      <td style={{ minWidth: 240 }}>
                        <Form.Control
                          aria-label={`species ${i + 1}`}
                          list="species-known"
                          value={row.name}
                          isInvalid={why !== undefined}
                          disabled={!mayWrite}
                          placeholder={i === values.rows.length - 1 ? 'another species' : undefined}
                          onChange={(event) => {
                            change(i, { name: event.target.value });
                          }}
                        />
                        {why && (
                          <div className="why outside" role="alert">
                            {why}
                          </div>
                        )}
                      </td>
                      <td style={{ width: 110 }}>
                        <Form.Control
                          className="num"
                          aria-label={`seeds of species ${i + 1}`}
                          inputMode="numeric"
                          value={row.count}
                          disabled={!mayWrite}
                          onChange={(event) => {
                            change(i, { count: event.target.value });
                          }}
                        />
                      </td>
                      {found ? (
                        <Rates
                          rate={found.rate}
                          open={() => {
                            setShown(found.name);
                          }}
                        />
                      ) : (
                        <>
                          <td />
                          <td />
                          <td />
                        </>
                      )}
                      <td className="soft">
                        <Earlier field={test.fields[`species:${row.name}`]} />
                      </td>
                    </tr>
                  );
                })}
                {test.total && (
                  <tr style={{ borderTop: '2px solid var(--ink)' }}>
                    <td className="serif">All other seeds</td>
                    <td className="num">{test.total.count}</td>
                    <Rates
                      rate={test.total.rate}
                      open={() => {
                        setShown(null);
                      }}
                    />
                    <td />
                  </tr>
                )}
              </tbody>
            </table>
          </div>
          {corrects && mayWrite && (
            <div style={{ marginTop: 14 }}>
              <TextField
                label="why it is corrected"
                {...field('reason')}
                hint="needed only when a figure that was written changes"
              />
            </div>
          )}
        </DraftForm>
        <DecisionBox on={test} outside={test.massVerdict?.outcome === 'outside'} />
        {children}
      </section>
      <aside className="slip">
        {slip && test.examinedG !== null ? (
          <Slip
            title={shown ?? 'all other seeds'}
            steps={slip.rate.steps}
            next={
              slip.count === 0
                ? `None found is not none present: up to ${threeFigures(slip.rate.perKg.upper)} per kg may be there (with 95 % confidence; one-sided ${threeFigures((slip.rate.countOneSidedUpper * 1000) / test.examinedG)}).`
                : 'Exact Poisson limits (Garwood 1936): a second sample of this size would not find the same number.'
            }
          />
        ) : (
          <p className="soft">Enter the mass that was searched and what was found in it.</p>
        )}
        {test.massVerdict && <VerdictSlip title="mass searched" verdict={test.massVerdict} />}
      </aside>
    </main>
  );
}

function Rates({ rate, open }: { rate: OtherSeedsRate; open: () => void }): JSX.Element {
  return (
    <>
      {(['perKg', 'perLb', 'perOz'] as const).map((unit) => (
        <td key={unit} className="num">
          <button type="button" className="opens" onClick={open}>
            {threeFigures(rate[unit].estimate)}
          </button>
        </td>
      ))}
    </>
  );
}
