import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { WriteRoute } from '@mercato/contract/http/route';
import { type FoundName, type NameBinding, nameBindingSchema } from '@mercato/contract/names/names';
import type { TestFrame } from '@mercato/contract/register/lots';
import { isGenusName } from '@mercato/core/rule-books/resolveName';
import { shortDay } from '../api/session.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';

interface Of {
  /** The route by which a name of a test of this step is bound. */
  route: WriteRoute<string, NameBinding, unknown, true>;
  test: Pick<TestFrame, 'id' | 'version'> & { readonly names: readonly FoundName[] };
  may: boolean;
}
const NONE: ReadonlySet<string> = new Set();

/** Names that need an analyst: those that are in no list, and genera of which a list names species. */
export function NamesBound({
  unclear = NONE,
  ...rest
}: Of & {
  /** Genera of which a list names species. */
  unclear?: ReadonlySet<string>;
}) {
  const { test } = rest;
  const shown = test.names.filter(
    (one) => one.taxon === null || unclear.has(one.taxon) || one.bound !== null || one.taxon !== one.written,
  );
  if (shown.length === 0) return null;
  return (
    <section className="mt-4">
      <h2>Names as they were written</h2>
      {shown.map((one) => (
        <Name key={one.written} {...rest} name={one} open={one.taxon === null || unclear.has(one.taxon)} />
      ))}
    </section>
  );
}

function Name({
  route,
  test,
  name,
  may,
  open,
}: Of & {
  name: FoundName;
  open: boolean;
}) {
  const [binding, setBinding] = useState(false);
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
          <Button size="sm" variant={open ? 'primary' : 'outline-primary'} onClick={() => setBinding(true)}>
            {name.taxon === null ? 'Say which species' : 'Change'}
          </Button>
        )}
      </p>
      {binding && <BindForm route={route} test={test} name={name} leave={() => setBinding(false)} />}
    </div>
  );
}

/** Says which species a name means; the list of proposals comes with it, and not before. */
function BindForm({ route, test, name, leave }: Pick<Of, 'route' | 'test'> & { name: FoundName; leave: () => void }) {
  const entry = useEntry({
    from: { taxon: name.taxon ?? '', noneListed: name.noneListed, reason: '' },
    body: (values) => ({
      ...values,
      written: name.written,
      noneListed: values.noneListed && isGenusName(values.taxon),
    }),
    schema: nameBindingSchema,
    send: to(route, { test: test.id }, { version: test.version, done: leave }),
  });
  return (
    <>
      <SpeciesProposals id="species-bound" />
      <EntryForm entry={entry} send="Bind the name" quiet leave={leave}>
        <div className="fields">
          <Field entry={entry} name="taxon" list="species-bound" />
          <Field entry={entry} name="reason" />
        </div>
        {isGenusName(entry.values.taxon) && (
          <Form.Check
            type="checkbox"
            id={`none-${name.written}`}
            label="it is none of the species that a list names"
            checked={entry.values.noneListed}
            onChange={() => entry.set({ noneListed: !entry.values.noneListed })}
          />
        )}
      </EntryForm>
    </>
  );
}
