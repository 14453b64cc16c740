import { useQuery } from '@tanstack/react-query';
import { useEffect, useId, useState } from 'react';
import { Button, Form, Stack, Table } from 'react-bootstrap';
import { get, set, useForm, type UseFormRegisterReturn } from 'react-hook-form';
import { Link, useSearchParams } from 'react-router';
import { BENCH_WORDS } from '@mercato/contract/catalogue/benchWords';
import type { AskedField, CalculationLine, CalculationWords, Envelope } from '@mercato/contract/catalogue/calculation';
import { COURSE_WORDS } from '@mercato/contract/catalogue/courseWords';
import { DRYING_WORDS } from '@mercato/contract/catalogue/dryingWords';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { SAMPLE_WORDS } from '@mercato/contract/catalogue/sampleWords';
import { SHED_WORDS } from '@mercato/contract/catalogue/shedWords';
import { STORE_WORDS } from '@mercato/contract/catalogue/storeWords';
import { type FieldWords, wordsOf } from '@mercato/contract/http/fieldWords';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { Refused } from '../api/client.ts';
import { degreesTyped, degreesUnit } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { goOn } from '../ui/EntryForm.tsx';
import { Slip } from '../ui/Slip.tsx';
import { described, Frame, Trouble } from '../ui/fields.tsx';
import { celsiusTyped, figureOf } from '../ui/typedBody.ts';
import { calculated } from './calculated.ts';

const WORDS = { ...SHED_WORDS, ...SAMPLE_WORDS, ...BENCH_WORDS, ...DRYING_WORDS, ...COURSE_WORDS, ...STORE_WORDS };

const STEPS: readonly (readonly [string, string])[] = [
  ['cleaning', 'Shed'],
  ['sampling', 'Sampling'],
  ['purity', 'Purity'],
  ['other-seeds', 'Other seeds'],
  ['moisture', 'Moisture'],
  ['weight', 'Weight'],
  ['germination', 'Germination'],
  ['quick-tests', 'Quick tests'],
  ['release', 'Release'],
  ['storage', 'Storage'],
  ['sowing', 'Sowing'],
  ['statistics', 'Statistics'],
];

/** Calculations for people who have a number to check and no lot to open. */
export default function Calculators() {
  const { data } = useQuery({ ...reading(catalogueRoutes.list, {}), staleTime: Infinity });
  const [search, setSearch] = useSearchParams();
  if (!data) return <Busy />;
  const chosen = data.calculations.find((one) => one.id === search.get('id'));
  return (
    <main className={`browse ${chosen ? 'chosen' : ''}`}>
      <nav aria-label="calculations">
        <h1 className="mb-3">Calculators</h1>
        <p>
          <Link to="/calculators/acceptance">How sure can I be with this sample?</Link>
        </p>
        <p>
          <Link to="/for-programs">For programs: all of it by itself</Link>
        </p>
        {STEPS.map(([prefix, name]) => {
          const own = data.calculations.filter((one) => one.id.startsWith(`${prefix}.`));
          return own.length === 0 ? null : (
            <section key={prefix} className="mb-3">
              <h2>{name}</h2>
              {own.map((one) => (
                <Inline
                  key={one.id}
                  aria-pressed={one === chosen}
                  onClick={() => {
                    setSearch({ id: one.id });
                    window.scrollTo(0, 0);
                  }}
                >
                  {one.title}
                </Inline>
              ))}
            </section>
          );
        })}
      </nav>
      {chosen ? (
        <Calculator key={chosen.id} calculation={chosen} />
      ) : (
        <p className="soft mt-5">
          Choose a question. Each opens with a worked example that you can overwrite; nothing is stored.
        </p>
      )}
    </main>
  );
}

function Calculator({ calculation }: { calculation: CalculationLine }) {
  const { asked, answered, none }: CalculationWords = WORDS[calculation.id] ?? { asked: {}, answered: {} };
  const { register, handleSubmit, subscribe } = useForm<Lines>({ defaultValues: typedLines(calculation, asked) });
  const [answer, setAnswer] = useState<Envelope | null>(null);
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => subscribe({ formState: { values: true }, callback: () => setAnswer(null) }), [subscribe]);
  const compute = async (lines: Lines) => {
    setTrouble(undefined);
    try {
      setAnswer(await calculated(calculation.id, inputOf(calculation, asked, lines)));
    } catch (error) {
      setTrouble(error instanceof Refused ? error.message : 'The calculation failed.');
    }
  };
  const fault = answer && !answer.ok ? answer.error : undefined;
  const faultAt = (path: string) =>
    fault && (fault.path === path || fault.path.startsWith(`${path}.`)) ? fault.message : undefined;
  const known = Object.keys(asked).some(faultAt);
  return (
    <section>
      <h1>{calculation.title}</h1>
      <p className="soft">
        {calculation.description}. The example: {calculation.example.story}.
      </p>
      <form onKeyDown={goOn} onSubmit={(event) => void handleSubmit(compute)(event)}>
        <Trouble text={trouble ?? (known ? undefined : fault?.message)} />
        <div className="fields">
          {Object.entries(asked).map(([path, words]) => (
            <Asked
              key={path}
              words={words}
              field={calculation.fields[path]}
              fault={faultAt(path)}
              line={register(path)}
            />
          ))}
        </div>
        <Stack direction="horizontal" gap={2} className="actions">
          <Button type="submit">Calculate</Button>
        </Stack>
      </form>
      {answer?.ok && <Answer title={calculation.title} answered={answered} none={none} out={answer.out} />}
      <p className="soft mt-3">
        Source: {calculation.source}. <span className="fig">{calculation.id}</span>
      </p>
    </section>
  );
}

interface AskedProps {
  words: FieldWords;
  field: AskedField | undefined;
  fault: string | undefined;
  line: UseFormRegisterReturn;
}

function Asked({ words, field, fault, line }: AskedProps) {
  const id = useId();
  const { label, hint, choices } = wordsOf(inReaders(words));
  const offered = field?.kind === 'yes-no' ? YES_NO : (choices ?? (field?.choices && same(field.choices)));
  const common = { ...line, id, isInvalid: fault !== undefined, 'aria-describedby': described(id, fault, hint) };
  return (
    <Frame id={id} label={label} fault={fault} hint={hint}>
      {offered ? (
        <Form.Select {...common}>
          {Object.entries(offered).map(([value, says]) => (
            <option key={value} value={value}>
              {says}
            </option>
          ))}
        </Form.Select>
      ) : (
        <Form.Control {...common} className="num" autoComplete="off" />
      )}
    </Frame>
  );
}

interface AnswerProps {
  title: string;
  answered: CalculationWords['answered'];
  none: CalculationWords['none'];
  out: object;
}

function Answer({ title, answered, none, out }: AnswerProps) {
  const { verdict: whole, steps: own }: { verdict?: Partial<Verdict>; steps?: Verdict['steps'] } = out;
  const verdict: Partial<Verdict> = whole ?? out;
  const steps = own ?? verdict.steps;
  // None found is not none present: how many may be there is said first.
  const leads = none && get(out, none.of) === 0 ? none.leads : [];
  const entries = Object.entries(answered);
  const lines = [
    ...entries.filter(([path]) => leads.includes(path)),
    ...entries.filter(([path]) => !leads.includes(path)),
  ];
  return (
    <div role="status" className="beside">
      <Table className="align-self-start">
        <tbody>
          {lines.map(([path, words]) => (
            <tr key={path} className={leads.includes(path) ? 'fw-semibold' : undefined}>
              <td>{typeof words === 'string' ? words : words.label}</td>
              <td className="num">{shown(get(out, path), typeof words === 'string' ? undefined : words.unit)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {steps && (
        <div className="slip ruled-around">
          <Slip
            title={title.toLowerCase().replace('?', '')}
            steps={steps}
            mark={verdict.outcome}
            next={verdict.next}
            rule={verdict.rule ?? undefined}
          />
        </div>
      )}
    </div>
  );
}

/** What is typed, by path; where a path has points, the lines lie in each other. */
type Lines = Record<string, unknown>;
const YES_NO = { false: 'no', true: 'yes' };
const same = (values: readonly string[]) => Object.fromEntries(values.map((one) => [one, one]));

const plain = (value: unknown) =>
  typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean' ? String(value) : '';

const isCelsius = (words: FieldWords | undefined) => typeof words === 'object' && words.unit === '°C';
/** Temperatures are asked for in the reader's degrees. */
const inReaders = (words: FieldWords): FieldWords =>
  typeof words === 'object' && isCelsius(words) ? { ...words, unit: degreesUnit() } : words;

/** The example, as it would be typed. */
function typedLines({ example }: CalculationLine, asked: CalculationWords['asked']): Lines {
  const lines: Lines = {};
  for (const path of Object.keys(asked)) {
    const value = get<unknown>(example.input, path);
    const shown = typeof value === 'number' && isCelsius(asked[path]) ? degreesTyped(value) : value;
    set(lines, path, Array.isArray(shown) ? shown.join(' ') : plain(shown));
  }
  return lines;
}

/** What the calculation is asked; an empty line is not sent. */
function inputOf({ fields }: CalculationLine, asked: CalculationWords['asked'], lines: Lines): Lines {
  const input: Lines = {};
  for (const path of Object.keys(asked)) {
    const text = String(get<unknown>(lines, path)).trim();
    const kind = fields[path]?.kind ?? 'number';
    // Among choices there are numbers, such as the seeds of a test.
    const value = {
      'yes-no': text === 'true',
      list: text.split(/[\s;]+/).map(figureOf),
      choice: figureOf(text),
      number: isCelsius(asked[path]) ? celsiusTyped(text) : figureOf(text),
    };
    if (text !== '') set(input, path, value[kind]);
  }
  return input;
}

function shown(value: unknown, unit: string | undefined): string {
  if (value === null) return 'undefined';
  if (value === 'Inf' || value === '-Inf') return 'without end';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.join(', ');
  if (typeof value === 'number')
    return `${unit === 'share' ? Number((value * 100).toFixed(2)) : Number(value.toPrecision(7))}${unit === 'share' ? ' %' : unit ? ` ${unit}` : ''}`;
  return typeof value === 'string' ? value : '—';
}
