import { calculated } from './calculated.ts';
import { catalogueRoutes } from '@mercato/contract/catalogue/routes';
import { reading } from '../api/routes.ts';
import type { Envelope } from '@mercato/contract/catalogue/calculation';
import { useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useSearchParams } from 'react-router';
import { BOOK_NAMES, BOOKS } from '@mercato/core/rule-books/edition';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { Refused } from '../api/client.ts';
import { ChoiceField, TextField, Trouble } from '../ui/fields.tsx';
import { Slip } from '../ui/Slip.tsx';
import type { Layout } from './layout.ts';
import { LAYOUTS } from './layouts.ts';

interface Listed {
  id: string;
  title: string;
  description: string;
  source: string;
  example: { story: string; input: Record<string, unknown> };
}

const STEPS: readonly (readonly [string, string])[] = [
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
export default function Calculators(): JSX.Element {
  const { data } = useQuery({ ...reading(catalogueRoutes.list, {}), staleTime: Infinity });
  const [search, setSearch] = useSearchParams();
  if (!data) return <main aria-busy="true" />;
  const chosen = data.calculations.find((one) => one.id === search.get('id'));
  return (
    <main
      style={{ display: 'grid', gridTemplateColumns: 'minmax(220px, 300px) 1fr', gap: 40, maxWidth: 1280 }}
      className="calculators"
    >
      <nav aria-label="calculations">
        <h1 style={{ marginBottom: 12 }}>Calculators</h1>
        <p>
          <Link to="/calculators/acceptance">How sure can I be with this sample?</Link>
        </p>
        <p>
          <Link to="/for-programs">For programs: all of it by itself</Link>
        </p>
        {STEPS.map(([prefix, name]) => {
          const own = data.calculations.filter((one) => one.id.startsWith(`${prefix}.`));
          return own.length === 0 ? null : (
            <section key={prefix} style={{ marginBottom: 14 }}>
              <h2>{name}</h2>
              {own.map((one) => (
                <button
                  key={one.id}
                  type="button"
                  className="bare"
                  style={{
                    display: 'block',
                    textAlign: 'left',
                    padding: '2px 0',
                    ...(one === chosen ? { color: 'var(--ink)', fontWeight: 600 } : {}),
                  }}
                  aria-pressed={one === chosen}
                  onClick={() => setSearch({ id: one.id })}
                >
                  {one.title}
                </button>
              ))}
            </section>
          );
        })}
      </nav>
      {chosen ? (
        <Calculator key={chosen.id} calculation={chosen} />
      ) : (
        <p className="soft" style={{ marginTop: 40 }}>
          Choose a question. Each opens with a worked example that you can overwrite; nothing is stored.
        </p>
      )}
    </main>
  );
}

function Calculator({ calculation }: { calculation: Listed }): JSX.Element {
  const layout: Layout = LAYOUTS[calculation.id] ?? { fields: [], results: [] };
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries(layout.fields.map((field) => [field.path, textOf(calculation.example.input, field.path)])),
  );
  const [answer, setAnswer] = useState<Envelope | null>(null);
  const [trouble, setTrouble] = useState<string>();
  const compute = async () => {
    setTrouble(undefined);
    try {
      setAnswer(await calculated(calculation.id, inputOf(layout, texts)));
    } catch (error) {
      setTrouble(error instanceof Refused ? error.message : 'The calculation failed.');
    }
  };
  const fault = answer && !answer.ok ? answer.error : undefined;
  const out = answer?.ok ? (answer.out as Record<string, unknown> & { verdict?: Verdict }) : undefined;
  const verdict = out?.verdict ?? (out as Partial<Verdict> | undefined);
  const steps = (out?.steps ?? verdict?.steps) as Verdict['steps'] | undefined;
  const known = layout.fields.some((field) => field.path === fault?.path);
  return (
    <section>
      <h1>{calculation.title}</h1>
      <p className="soft">
        {calculation.description}. The example: {calculation.example.story}.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void compute();
        }}
      >
        <Trouble text={trouble ?? (fault && !known ? fault.message : undefined)} />
        <div className="fields">
          {layout.fields.map((field) => {
            const common = {
              label: field.label,
              value: texts[field.path] ?? '',
              onChange: (text: string) => {
                setTexts((before) => ({ ...before, [field.path]: text }));
                setAnswer(null);
              },
            };
            const wrong =
              fault && (fault.path === field.path || (field.kind === 'list' && fault.path.startsWith(`${field.path}.`)))
                ? fault.message
                : undefined;
            const choices =
              field.kind === 'book'
                ? BOOKS.map((book) => [book, BOOK_NAMES[book]] as const)
                : field.kind === 'yes-no'
                  ? YES_NO
                  : field.choices;
            return choices ? (
              <ChoiceField key={field.path} {...common} fault={wrong} options={choices} />
            ) : (
              <TextField key={field.path} {...common} figure fault={wrong} hint={field.hint} />
            );
          })}
        </div>
        <div className="actions">
          <Button type="submit">Calculate</Button>
        </div>
      </form>
      {out && (
        <div
          role="status"
          style={{ display: 'grid', gridTemplateColumns: 'minmax(260px, 1fr) minmax(260px, 360px)', gap: 40 }}
        >
          <table className="ruled" style={{ alignSelf: 'start' }}>
            <tbody>
              {layout.results.map((result) => (
                <tr key={result.path}>
                  <td>{result.label}</td>
                  <td className="num">{shown(at(out, result.path), result.unit)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {steps && (
            <div className="slip" style={{ border: '1px solid var(--rule)' }}>
              <Slip
                title={calculation.title.toLowerCase().replace('?', '')}
                steps={steps}
                mark={verdict?.outcome}
                next={verdict?.next}
                rule={verdict?.rule ?? undefined}
              />
            </div>
          )}
        </div>
      )}
      <p className="soft" style={{ marginTop: 18 }}>
        Source: {calculation.source}. <span className="fig">{calculation.id}</span>
      </p>
    </section>
  );
}

const YES_NO = [
  ['no', 'no'],
  ['yes', 'yes'],
] as const;

function at(value: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>(
      (inner, key) =>
        typeof inner === 'object' && inner !== null ? (inner as Record<string, unknown>)[key] : undefined,
      value,
    );
}

function textOf(input: Record<string, unknown>, path: string): string {
  const value = at(input, path);
  return Array.isArray(value)
    ? value.join(' ')
    : typeof value === 'boolean'
      ? value
        ? 'yes'
        : 'no'
      : typeof value === 'number' || typeof value === 'string'
        ? String(value)
        : '';
}

function inputOf(layout: Layout, texts: Record<string, string>): object {
  const input: Record<string, unknown> = {};
  for (const field of layout.fields) {
    const text = (texts[field.path] ?? '').trim();
    if (text === '') continue;
    const keys = field.path.split('.');
    const last = keys.pop() ?? '';
    let place = input;
    for (const key of keys) place = (place[key] ??= {}) as Record<string, unknown>;
    place[last] =
      field.kind === 'book' || field.kind === 'choice'
        ? text
        : field.kind === 'yes-no'
          ? text === 'yes'
          : field.kind === 'list'
            ? text.split(/[\s;]+/).map(numeric)
            : numeric(text);
  }
  return input;
}

/** A number where it is one; otherwise the text itself, so that the refusal can name it. */
function numeric(text: string): number | string {
  const plain = text.replace(',', '.');
  return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : text;
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
