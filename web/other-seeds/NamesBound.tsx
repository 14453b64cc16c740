import { nameBindingSchema, type FoundName } from '@mercato/contract/other-seeds/names';
import type { OtherSeedsTest, OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import type { Contradiction } from '@mercato/core/other-seeds/contradictions';
import { isGenusName } from '@mercato/core/rule-books/resolveName';
import { COMPONENT_NAMES, type Component } from '@mercato/core/units/components';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { write } from '../api/client.ts';
import { shortDay } from '../api/session.tsx';
import { useDraft } from '../ui/draft.ts';
import { DraftForm } from '../ui/DraftForm.tsx';
import { TextField } from '../ui/fields.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

/** Names that need an analyst: those that are in no list, and genera of which a list names species. */
export function NamesBound({
  lotId,
  test,
  list,
  may,
}: {
  lotId: string;
  test: OtherSeedsTest;
  /** Id of the proposals for a species. */
  list: string;
  may: boolean;
}): JSX.Element | null {
  const unclear = new Set(test.noxious.filter((one) => one.consequence === 'unclear').map((one) => one.species));
  const shown = test.names.filter(
    (one) => one.taxon === null || unclear.has(one.taxon) || one.bound !== null || one.taxon !== one.written,
  );
  if (shown.length === 0) return null;
  return (
    <section style={{ marginTop: 22 }}>
      <h2>Names as they were written</h2>
      {shown.map((one) => (
        <Name
          key={one.written}
          lotId={lotId}
          test={test}
          name={one}
          list={list}
          may={may}
          open={one.taxon === null || unclear.has(one.taxon)}
        />
      ))}
    </section>
  );
}

function Name({
  lotId,
  test,
  name,
  list,
  may,
  open,
}: {
  lotId: string;
  test: OtherSeedsTest;
  name: FoundName;
  list: string;
  may: boolean;
  open: boolean;
}): JSX.Element {
  const client = useQueryClient();
  const [binding, setBinding] = useState(false);
  const draft = useDraft(
    { taxon: name.taxon ?? '', noneListed: name.noneListed, reason: '' },
    (values) => ({
      written: name.written,
      taxon: values.taxon.trim(),
      noneListed: values.noneListed && isGenusName(values.taxon),
      reason: values.reason.trim(),
    }),
    nameBindingSchema,
    async (body, key) => {
      client.setQueryData(
        ['other-seeds', lotId],
        await write<OtherSeedsView>('PUT', `/other-seeds/tests/${test.id}/names`, body, { version: test.version, key }),
      );
      await client.invalidateQueries({ queryKey: ['lot', lotId] });
      setBinding(false);
    },
  );
  return (
    <div>
      <p>
        {open && <VerdictMark mark="not-judged" />} “{name.written}”{' '}
        {name.taxon === null ? (
          <>
            is in no list{name.candidates.length > 0 ? `, or is a name of several: ${name.candidates.join(', ')}` : ''}.
          </>
        ) : (
          <>
            is <i className="species">{name.taxon}</i>
            {name.noneListed && ', none of its listed species'}
            {name.bound && `, says ${name.bound.by}, ${shortDay(name.bound.at)}: ${name.bound.reason}`}
          </>
        )}{' '}
        {may && !binding && (
          <Button
            size="sm"
            variant={open ? 'primary' : 'outline-primary'}
            onClick={() => {
              setBinding(true);
            }}
          >
            {name.taxon === null ? 'Say which species' : 'Change'}
          </Button>
        )}
      </p>
      {binding && (
        <DraftForm
          draft={draft}
          send="Bind the name"
          quiet
          leave={() => {
            setBinding(false);
          }}
        >
          <div className="fields">
            <TextField label="species, or genus" list={list} autoFocus {...draft.field('taxon')} />
            <TextField label="how it is known" {...draft.field('reason')} hint="what was written stays as it is" />
          </div>
          {isGenusName(draft.values.taxon) && (
            <Form.Check
              type="checkbox"
              id={`none-${name.written}`}
              label="it is none of the species that a list names"
              checked={draft.values.noneListed}
              onChange={() => {
                draft.set({ noneListed: !draft.values.noneListed });
              }}
            />
          )}
        </DraftForm>
      )}
    </div>
  );
}

/** What purity found and the search did not, or the other way round: both figures beside each other. */
export function Contradictions({ view }: { view: OtherSeedsView }): JSX.Element | null {
  if (view.contradictions.length === 0) return null;
  return (
    <section style={{ marginTop: 22 }}>
      <h2>Purity and this search cannot both be right</h2>
      <div className="scroll">
        <table className="ruled" style={{ maxWidth: 860 }}>
          <thead>
            <tr>
              <th>of</th>
              <th className="num">purity</th>
              <th className="num">search</th>
              <th className="num">chance under one rate</th>
            </tr>
          </thead>
          <tbody>
            {view.contradictions.map(({ purity, search, chance, ...found }) => (
              <tr key={`${found.what} ${found.of}`}>
                <td>
                  <Of found={found} />
                </td>
                <td className="num">
                  {purity.seeds === null ? `${purity.percent ?? ''} %` : `${purity.seeds} seeds`} in{' '}
                  {Number(purity.examinedG.toPrecision(6))} g
                </td>
                <td className="num">
                  {search.seeds === 0 ? 'none' : `${search.seeds} seeds`} in {Number(search.examinedG.toPrecision(6))} g
                </td>
                <td className="num">{chance === null ? '—' : `${(chance * 100).toPrecision(2)} %`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="soft">Search again, weigh again, or let the lead accept it with a reason.</p>
    </section>
  );
}

const Of = ({ found }: { found: Pick<Contradiction, 'what' | 'of'> }): JSX.Element =>
  found.what === 'component' ? <>{COMPONENT_NAMES[found.of as Component]}</> : <i className="species">{found.of}</i>;
