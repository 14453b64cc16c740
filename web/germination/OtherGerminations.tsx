import { useQuery } from '@tanstack/react-query';
import {
  GERMINATION_WAYS,
  type GerminationWay,
  otherGerminationSchema,
  type OtherGerminationView,
} from '@mercato/contract/germination/elsewhere';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { nextWords } from '@mercato/contract/words/next';
import { reading } from '../api/routes.ts';
import { Elsewhere } from '../register/Elsewhere.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { VerdictSlip } from '../ui/Slip.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';

const WAYS: Readonly<Record<GerminationWay, string>> = {
  'second-laboratory': 'another laboratory: is ours worse?',
  label: 'a label: does it stand?',
  specification: 'the least that is asked for: is it met?',
};
/** Each book has the tables of some questions alone. */
const BOOK_WAYS = {
  ista: ['second-laboratory', 'specification'],
  aosa: ['label', 'specification'],
} as const satisfies Record<string, readonly GerminationWay[]>;

/** Figures that were not made here: another laboratory, a label, a contract; each judged against what is reported. */
export function OtherGerminations({ view, may }: { view: GerminationView; may: boolean }) {
  const { data } = useQuery(reading(germinationRoutes.others, { lot: view.lot.id }));
  return (
    <Elsewhere
      title="Beside figures from elsewhere"
      enter="Enter a figure"
      results={data?.others}
      may={may}
      question={(one) => WAYS[one.way]}
      before={(one: OtherGerminationView['earlier'][number]) => `${one.percent} %`}
      form={(before, leave) => <OtherForm view={view} before={before} leave={leave} />}
    >
      {(one) => (
        <div>
          <span className="fig">{one.percent} %</span>{' '}
          {one.verdict ? (
            <>
              <VerdictMark mark={one.verdict.outcome} word />{' '}
              <span className="soft">{nextWords(one.verdict.next)}</span>
              <VerdictSlip title={WAYS[one.way]} verdict={one.verdict} />
            </>
          ) : (
            <span className="soft">nothing is reported here yet</span>
          )}
        </div>
      )}
    </Elsewhere>
  );
}

interface OtherFormProps {
  view: GerminationView;
  before: OtherGerminationView | null;
  leave: () => void;
}

function OtherForm({ view, before, leave }: OtherFormProps) {
  const ways = GERMINATION_WAYS.filter((one) => (BOOK_WAYS[view.lot.book] as readonly string[]).includes(one));
  const entry = useEntry({
    from: {
      source: before?.source ?? '',
      way: before?.way ?? ways[0] ?? 'specification',
      percent: before ? String(before.percent) : '',
      on: before?.on ?? '',
      reason: '',
    },
    body: (values) => ({ ...values, corrects: before?.number }),
    schema: otherGerminationSchema,
    send: to(germinationRoutes.addOther, { lot: view.lot.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send={before ? 'Correct it' : 'Save the figure'} quiet leave={leave}>
      <div className="fields">
        <Field entry={entry} name="source" />
        <Field entry={entry} name="way" options={ways.map((one) => [one, WAYS[one]] as const)} />
        <Field entry={entry} name="percent" />
        <Field entry={entry} name="on" />
        {before && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
