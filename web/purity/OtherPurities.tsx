import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import {
  otherPuritySchema,
  type OtherPurityView,
  type PurityView,
  type PurityWay,
} from '@mercato/contract/purity/purity';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { nextWords } from '@mercato/contract/words/next';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { reading } from '../api/routes.ts';
import { Elsewhere } from '../register/Elsewhere.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { VerdictMark } from '../ui/shapes.tsx';

const WAYS: Readonly<Record<PurityWay, string>> = {
  'two-way': 'another sample or laboratory: can both come from one lot?',
  'one-way': 'an earlier result: is ours worse?',
  label: 'a label: does it stand?',
};

interface OtherPuritiesProps {
  view: PurityView;
  may: boolean;
  open: (title: string, verdict: Verdict) => void;
}

/** Results that were not made here: a second sample, a second laboratory, a label; each judged against what is reported. */
export function OtherPurities({ view, may, open }: OtherPuritiesProps) {
  const { data } = useQuery(reading(purityRoutes.others, { lot: view.lot.id }));
  return (
    <Elsewhere
      title="Beside results from elsewhere"
      enter="Enter a result"
      results={data?.others}
      may={may}
      question={(one) => WAYS[one.way]}
      before={(one: OtherPurityView['earlier'][number]) => `${Object.values(one.percents).join(' · ')} %`}
      form={(before, leave) => <OtherForm view={view} before={before} leave={leave} />}
    >
      {(one) => (
        <Table className="w-text">
          <tbody>
            {(Object.keys(one.percents) as Component[]).map((component) => {
              const verdict = one.verdicts.find((other) => other.component === component)?.verdict;
              return (
                <tr key={component}>
                  <td>{COMPONENT_NAMES[component]}</td>
                  <td className="num">{one.percents[component]} %</td>
                  <td>
                    {verdict ? (
                      <Inline
                        className="opens"
                        onClick={() => open(`${COMPONENT_NAMES[component]}, ${one.source}`, verdict)}
                      >
                        <VerdictMark mark={verdict.outcome} word />
                      </Inline>
                    ) : (
                      <span className="soft">no result here yet</span>
                    )}
                  </td>
                  <td className="soft">{verdict && nextWords(verdict.next)}</td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
    </Elsewhere>
  );
}

interface OtherFormProps {
  view: PurityView;
  before: OtherPurityView | null;
  leave: () => void;
}

function OtherForm({ view, before, leave }: OtherFormProps) {
  const ways = (Object.keys(WAYS) as PurityWay[]).filter((one) => (view.lot.book === 'ista') !== (one === 'label'));
  const entry = useEntry({
    from: {
      source: before?.source ?? '',
      way: before?.way ?? ways[0] ?? 'two-way',
      percents: Object.fromEntries(view.components.map((one) => [one, before?.percents[one] ?? ''])),
      on: before?.on ?? '',
      reason: '',
    },
    body: (values) => ({ ...values, corrects: before?.number }),
    schema: otherPuritySchema,
    send: to(purityRoutes.addOther, { lot: view.lot.id }, { done: leave }),
  });
  return (
    <EntryForm entry={entry} send={before ? 'Correct it' : 'Save the result'} quiet leave={leave}>
      <div className="fields">
        <Field entry={entry} name="source" />
        <Field entry={entry} name="way" options={ways.map((one) => [one, WAYS[one]] as const)} />
        {view.components.map((one) => (
          <Field
            key={one}
            entry={entry}
            name={`percents.${one}`}
            path={one === 'pureSeed' ? ['percents.pureSeed', 'percents'] : `percents.${one}`}
            label={`${COMPONENT_NAMES[one]}, %`}
          />
        ))}
        <Field entry={entry} name="on" />
        {before && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
