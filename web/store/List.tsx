import type { AnyColumn, FileAsk, ListReading, ListView } from '@mercato/contract/store/lists';
import { LIST_COLUMNS } from '@mercato/core/store/list/columns';
import { CLIMATE_COLUMNS, CLOCKS, DEGREES, type ClimateAsk } from '@mercato/core/store/list/readClimateLog';
import type { Ask } from '@mercato/core/store/list/readList';
import { MASS_UNITS } from '@mercato/core/units/mass';
import { DATE_ORDERS, writtenDate } from '@mercato/core/units/writtenDate';
import { writtenFigure } from '@mercato/core/units/writtenFigure';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState, type JSX, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useParams } from 'react-router';
import { read, Refused, write } from '../api/client.ts';
import { shortDay, shortInstant, useSession } from '../api/session.tsx';
import { ChoiceField, Trouble } from '../ui/fields.tsx';
import { Strike } from '../ui/Strike.tsx';
import { listKey } from './data.ts';
import { harvestWords } from './words.ts';

/** One list, from the file to the packets: what was found, what is asked, what is wrong, what it would become. */
export default function List(): JSX.Element {
  const { list: id = '' } = useParams();
  const { may, session } = useSession();
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const waiting = useRef<Promise<void>>(Promise.resolve());
  const { data: list } = useQuery({
    queryKey: listKey(id),
    queryFn: ({ signal }) => read<ListView>(`/store/lists/${id}`, signal),
  });
  if (!list) return <main aria-busy="true" />;
  const keep = async (send: Promise<ListView>): Promise<void> => {
    setBusy(true);
    try {
      client.setQueryData(listKey(id), await send);
      setTrouble(undefined);
    } catch (error) {
      setTrouble(
        error instanceof Refused && error.faults[0]
          ? `${error.faults[0].message}.`
          : error instanceof Error
            ? error.message
            : 'It was not kept.',
      );
      if (error instanceof Refused && error.status === 412) await client.invalidateQueries({ queryKey: listKey(id) });
    } finally {
      setBusy(false);
    }
  };
  // Answers come faster than the server takes them: each is written onto what the one before left.
  const say: Say = (change) => {
    waiting.current = waiting.current.then(() => {
      const { reading, version } = client.getQueryData<ListView>(listKey(id)) ?? list;
      const next = { ...reading, ...(typeof change === 'function' ? change(reading) : change) };
      return keep(write<ListView>('PUT', `/store/lists/${id}`, next, { version }));
    });
  };
  const act = async (what: 'bring' | 'undo', body: object) => {
    await waiting.current;
    const { version } = client.getQueryData<ListView>(listKey(id)) ?? list;
    await keep(write<ListView>('POST', `/store/lists/${id}/${what}`, body, { version }));
    for (const key of ['store', 'store-places', 'store-lists', 'packet', 'place-care'])
      void client.invalidateQueries({ queryKey: [key] });
  };
  const mayChange = may('store.write') && list.state !== 'in';
  const open = list.fileAsks.some((one) => list.reading[one.question] === null) || list.asks.length > 0;
  return (
    <main style={{ maxWidth: 1100 }} aria-busy={busy || undefined}>
      <p className="soft">
        <Link to="/store/lists">lists</Link>
      </p>
      <h1>{list.name}</h1>
      <p className="soft">
        {list.place.length > 0 && `${list.place.join(' › ')} · `}
        {list.by}, {shortDay(list.at)}
        {list.lines > 0 && ` · ${list.lines} lines`}
        {list.found.length > 0 && ` · ${list.found.join(' · ')}`}
      </p>
      {list.before && (
        <p className="notice">
          The very same file was brought here by {list.before.by} on {shortDay(list.before.at)}
          {list.before.state === 'in' ? ' and is in the store: its packets would come in twice.' : '.'}{' '}
          <Link to={`/store/lists/${list.before.id}`}>that list</Link>
        </p>
      )}
      <Trouble text={trouble} />
      {list.state === 'in' && (
        <InStore list={list} undo={may('store.write') ? (reason) => act('undo', { reason }) : null} />
      )}
      {list.state === 'undone' && (
        <p className="notice">
          It was undone. {list.used.length > 0 && <Used list={list} />} It can be brought in again.
        </p>
      )}
      {mayChange && (
        <>
          {list.fileAsks.map((one) => {
            const said = list.reading[one.question];
            const question =
              one.question === 'headings' ? (
                <Headings list={list} say={say} />
              ) : (
                <FileQuestion ask={one} said={said} say={say} />
              );
            return <Settled key={one.question} words={said === null ? null : one.words} question={question} />;
          })}
          {list.columns.length > 0 && (
            <Settled
              words={list.asks.some((one) => one.question === 'columns') ? null : 'What is in each column?'}
              question={<Columns key={list.columns.map((one) => one.heading).join()} list={list} say={say} />}
            />
          )}
          {list.asks
            .filter((one) => one.question !== 'columns')
            .map((one) => (
              <Question key={one.question} ask={one} say={say} />
            ))}
          <Answered list={list} say={say} />
        </>
      )}
      {list.faults.length > 0 && <Faults list={list} say={mayChange ? say : null} />}
      {list.preview.length > 0 && <Preview list={list} />}
      {list.readings.length > 0 && <Readings list={list} zone={session?.laboratory.zone ?? 'UTC'} />}
      {mayChange && list.columns.length > 0 && (
        <div className="actions">
          <Button
            disabled={busy || open || list.faultCount > 0 || list.readable === 0}
            onClick={() => void act('bring', {})}
          >
            Bring {counted(list, list.readable)} in
          </Button>
          <span className="soft">
            {open
              ? 'There is something to say first.'
              : list.faultCount > 0
                ? 'Put the cells above right, or leave their lines out.'
                : list.reading.leftOut.length > 0
                  ? `${list.reading.leftOut.length} left out`
                  : ''}
          </span>
        </div>
      )}
    </main>
  );
}

/** A question that was answered steps back behind its words, to be opened again. */
function Settled({ words, question }: { words: string | null; question: JSX.Element }): JSX.Element {
  return words === null ? (
    question
  ) : (
    <details>
      <summary className="soft">{words} Said.</summary>
      {question}
    </details>
  );
}

const counted = ({ what }: ListView, n: number) =>
  what === 'packets' ? `${n} ${n === 1 ? 'packet' : 'packets'}` : `${n} ${n === 1 ? 'reading' : 'readings'}`;

type Say = (change: Partial<ListReading> | ((reading: ListReading) => Partial<ListReading>)) => void;

function InStore({ list, undo }: { list: ListView; undo: ((reason: string) => Promise<void>) | null }): JSX.Element {
  return (
    <div className="notice">
      <p>
        {list.packets} {list.packets === 1 ? 'packet' : 'packets'} of it are in the store.{' '}
        <Link to="/store">See them</Link>
      </p>
      {list.used.length > 0 && <Used list={list} />}
      {undo && (
        <p>
          Was it the wrong list? <Strike what="this list" words="undo it" strike={undo} />
        </p>
      )}
    </div>
  );
}

function Used({ list }: { list: ListView }): JSX.Element {
  return (
    <span>
      Used since it came in, and not withdrawn with it:{' '}
      {list.used.map((one) => (
        <Link key={one.id} className="code" to={`/store/packets/${one.id}`}>
          {one.code}{' '}
        </Link>
      ))}
    </span>
  );
}

/** One question with its answers as buttons; under each answer, what the cells would be. */
function Choices<T extends string>({
  words,
  said,
  options,
  choose,
  children,
}: {
  words: string;
  said: T | null;
  options: readonly { readonly value: T; readonly words: string; readonly samples: readonly string[] }[];
  choose: (value: T) => void;
  children?: ReactNode;
}): JSX.Element {
  return (
    <fieldset className="ask">
      <legend>{words}</legend>
      {children}
      <div className="answers">
        {options.map((one) => (
          <button
            key={one.value}
            type="button"
            className="answer"
            aria-pressed={one.value === said}
            onClick={() => {
              choose(one.value);
            }}
          >
            <b>{one.words}</b>
            {one.samples.map((sample, i) => (
              <span key={i} className="fig">
                {sample}
              </span>
            ))}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function FileQuestion({ ask, said, say }: { ask: FileAsk; said: unknown; say: Say }): JSX.Element {
  return (
    <Choices
      words={ask.words}
      said={said as string | null}
      options={ask.options}
      choose={(value) => {
        say({ [ask.question]: value });
      }}
    />
  );
}

function Headings({ list, say }: { list: ListView; say: Say }): JSX.Element {
  const [line, setLine] = useState(String(list.reading.headings?.line ?? 1));
  const [lines, setLines] = useState(String(list.reading.headings?.lines ?? 1));
  return (
    <fieldset className="ask">
      <legend>Where are the headings?</legend>
      <ol className="head-lines">
        {list.head.map((one) => (
          <li key={one.line} value={one.line} className="fig">
            {one.text || ' '}
          </li>
        ))}
      </ol>
      <div className="fields">
        <ChoiceField
          label="headings begin on line"
          value={line}
          onChange={setLine}
          options={list.head.map((one) => [String(one.line), String(one.line)])}
        />
        <ChoiceField
          label="they are"
          value={lines}
          onChange={setLines}
          options={[
            ['1', 'one line'],
            ['2', 'two lines, the upper spans several columns'],
            ['0', 'none: packets begin there'],
          ]}
        />
      </div>
      <Button
        variant="outline-primary"
        onClick={() => {
          say({ headings: { line: Number(line), lines: Number(lines) as 0 | 1 | 2 }, columns: [] });
        }}
      >
        The headings are so
      </Button>
    </fieldset>
  );
}

function Columns({ list, say }: { list: ListView; say: Say }): JSX.Element {
  const [columns, setColumns] = useState(() => list.columns.map((one, i) => list.reading.columns[i] ?? one.proposal));
  const asked = list.asks.find((one) => one.question === 'columns');
  const saved = columns.every((one, i) => one === (list.reading.columns[i] ?? null));
  const unsaid = columns.some((one) => one === null);
  return (
    <fieldset className="ask">
      <legend>What is in each column?</legend>
      <div className="scroll">
        <table className="ruled">
          <thead>
            <tr>
              <th>heading</th>
              <th>it holds</th>
              <th>is</th>
            </tr>
          </thead>
          <tbody>
            {list.columns.map((column, i) => (
              <tr key={i}>
                <td>
                  <b>{column.heading || `column ${i + 1}`}</b>
                </td>
                <td className="fig soft">{column.samples.join(' · ') || 'nothing'}</td>
                <td>
                  <Form.Select
                    aria-label={`${column.heading || `column ${i + 1}`} is`}
                    value={columns[i] ?? ''}
                    isInvalid={columns[i] === null}
                    onChange={(event) => {
                      const value = (event.target.value || null) as AnyColumn | null;
                      setColumns(columns.map((one, at) => (at === i ? value : one)));
                    }}
                  >
                    <option value="">say what it is</option>
                    {Object.entries(list.what === 'packets' ? LIST_COLUMNS : CLIMATE_COLUMNS).map(([one, words]) => (
                      <option key={one} value={one}>
                        {words}
                        {one === column.proposal && list.reading.columns[i] == null ? ' (by its heading)' : ''}
                      </option>
                    ))}
                  </Form.Select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {saved && asked && (
        <p className="why" role="alert">
          {asked.samples.filter((one) => one.startsWith('no column')).join('; ')}
        </p>
      )}
      {!saved && (
        <div className="actions">
          <Button
            variant="outline-primary"
            disabled={unsaid}
            onClick={() => {
              say({ columns });
            }}
          >
            The columns are so
          </Button>
          {unsaid && <span className="soft">each column is something, or is left out</span>}
        </div>
      )}
    </fieldset>
  );
}

const YEAR = new Date().getUTCFullYear();

const CLOCK_WORDS = {
  local: 'the time of this place, with summer time',
  standard: 'the time of this place, winter time all year',
  universal: 'universal time (UTC)',
} as const;

/** The answers to a question, and what its cells would be under each. */
function answersTo({ question, samples }: Ask | ClimateAsk): { value: string; words: string; samples: string[] }[] {
  const shown = samples.slice(0, 4);
  switch (question) {
    case 'order':
      return DATE_ORDERS.map((order) => ({
        value: order,
        words: order,
        samples: shown.map((one) => {
          const found = writtenDate(one, { order, shortYears: 'not in the future', thisYear: YEAR });
          return `${one} → ${found.ok ? found.date : found.why}`;
        }),
      }));
    case 'shortYears':
      return [
        { value: 'this century', words: '2000 to 2099', samples: [] },
        { value: 'not in the future', words: `up to ${YEAR}; what would be later is of the 1900s`, samples: [] },
      ];
    case 'mark':
      return ([',', '.'] as const).map((mark) => ({
        value: mark,
        words: mark === ',' ? 'the comma' : 'the point',
        samples: shown.map((one) => `${one} → ${writtenFigure(one, mark) ?? 'no figure'}`),
      }));
    case 'bareAmounts':
      return ['seeds', ...MASS_UNITS].map((unit) => ({
        value: unit,
        words: unit,
        samples: shown.map((one) => `${one} ${unit}`),
      }));
    case 'missingDate':
      return [
        { value: 'take the other', words: 'take the one for the other', samples: shown },
        { value: 'name the lines', words: 'no: show me the lines', samples: [] },
      ];
    case 'unknownPlaces':
      return [
        { value: 'make them', words: 'make boxes of these names', samples: shown },
        { value: 'into the note', words: 'write them on the packets', samples: [] },
      ];
    case 'clock':
      return CLOCKS.map((clock) => ({
        value: clock,
        words: CLOCK_WORDS[clock],
        samples: clock === 'local' ? shown : [],
      }));
    case 'degrees':
      return DEGREES.map((one) => ({
        value: one,
        words: one === 'C' ? 'Celsius' : 'Fahrenheit',
        samples: shown.map((sample) => `${sample} °${one}`),
      }));
    case 'columns':
      return [];
  }
}

function Question({ ask, say }: { ask: Ask | ClimateAsk; say: Say }): JSX.Element {
  return (
    <Choices
      words={ask.words}
      said={null}
      options={answersTo(ask)}
      choose={(value) => {
        say({ [ask.question]: value });
      }}
    />
  );
}

const ANSWERS = {
  order: 'dates',
  shortYears: 'years of two digits',
  mark: 'tenths after',
  bareAmounts: 'figures without a unit',
  missingDate: 'missing dates',
  unknownPlaces: 'unknown places',
  clock: 'the logger’s clock',
  degrees: 'degrees',
} as const;

/** What was said, each to be taken back. */
function Answered({ list, say }: { list: ListView; say: Say }): JSX.Element | null {
  const said = (Object.keys(ANSWERS) as (keyof typeof ANSWERS)[]).filter((one) => list.reading[one] !== null);
  const mended = Object.values(list.reading.mended).reduce((sum, one) => sum + Object.keys(one).length, 0);
  if (said.length === 0 && mended === 0 && !list.reading.withoutBroken && list.reading.leftOut.length === 0)
    return null;
  return (
    <p className="soft">
      You said:{' '}
      {said.map((one) => (
        <span key={one}>
          {ANSWERS[one]}: <b>{list.reading[one]}</b>{' '}
          <button
            type="button"
            className="bare"
            aria-label={`ask again about ${ANSWERS[one]}`}
            onClick={() => {
              say({ [one]: null });
            }}
          >
            ask again
          </button>{' '}
        </span>
      ))}
      {list.reading.withoutBroken && (
        <span>
          broken lines are left out{' '}
          <button
            type="button"
            className="bare"
            onClick={() => {
              say({ withoutBroken: false });
            }}
          >
            show them
          </button>{' '}
        </span>
      )}
      {mended > 0 && <span>{mended} cells put right </span>}
      {list.reading.leftOut.length > 0 && (
        <span>
          lines {list.reading.leftOut.join(', ')} left out{' '}
          <button
            type="button"
            className="bare"
            onClick={() => {
              say({ leftOut: [] });
            }}
          >
            take them back
          </button>
        </span>
      )}
    </p>
  );
}

function Faults({ list, say }: { list: ListView; say: Say | null }): JSX.Element {
  return (
    <>
      <h2>
        {list.faultCount} {list.faultCount === 1 ? 'cell' : 'cells'} to put right
      </h2>
      <div className="scroll">
        <table className="ruled">
          <thead>
            <tr>
              <th>line</th>
              <th>column</th>
              <th>as it stands</th>
              <th>what is wrong</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {list.faults.map((one) => (
              <tr key={`${one.line}-${one.column ?? ''}`}>
                <td className="code">{one.line}</td>
                <td>{one.column === null ? 'the line' : list.columns[one.column]?.heading || one.column + 1}</td>
                <td>
                  {say && one.column !== null ? (
                    <Mend
                      cell={one.cell}
                      label={`line ${one.line}, ${list.columns[one.column]?.heading ?? ''}`}
                      mend={(text) => {
                        const line = String(one.line);
                        const cell = { [String(one.column)]: text };
                        say(({ mended }) => ({ mended: { ...mended, [line]: { ...mended[line], ...cell } } }));
                      }}
                    />
                  ) : (
                    <span className="fig">{one.cell}</span>
                  )}
                </td>
                <td>{one.message}</td>
                <td>
                  {say && (
                    <button
                      type="button"
                      className="bare"
                      aria-label={`leave line ${one.line} out`}
                      onClick={() => {
                        say(({ leftOut }) => ({ leftOut: [...new Set([...leftOut, one.line])] }));
                      }}
                    >
                      leave it out
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {list.faults.length < list.faultCount && <p className="soft">The first {list.faults.length} are shown.</p>}
      {say && list.what === 'climate' && (
        <button
          type="button"
          className="bare"
          onClick={() => {
            say({ withoutBroken: true });
          }}
        >
          leave all broken lines out
        </button>
      )}
    </>
  );
}

function Mend({ cell, label, mend }: { cell: string; label: string; mend: (text: string) => void }): JSX.Element {
  const [text, setText] = useState(cell);
  const [sent, setSent] = useState(cell);
  const keep = () => {
    // Enter sends it, and leaving the field after Enter does not send it again.
    if (text.trim() === sent) return;
    setSent(text.trim());
    mend(text.trim());
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Form.Control
        aria-label={label}
        value={text}
        onBlur={keep}
        onChange={(event) => {
          setText(event.target.value);
        }}
      />
    </form>
  );
}

function Readings({ list, zone }: { list: ListView; zone: string }): JSX.Element {
  return (
    <>
      <h2>{list.state === 'in' ? 'What it says' : `What ${list.readable} of ${list.lines} lines say`}</h2>
      <div className="scroll">
        <table className="ruled">
          <thead>
            <tr>
              <th>line</th>
              <th>when</th>
              <th>temperature</th>
              <th>humidity</th>
            </tr>
          </thead>
          <tbody>
            {list.readings.slice(0, 40).map((one) => (
              <tr key={one.line}>
                <td className="code">{one.line}</td>
                <td>{shortInstant(new Date(one.at).toISOString(), zone)}</td>
                <td className="fig">{one.temperatureC} °C</td>
                <td className="fig">{one.humidityPercent === null ? '' : `${one.humidityPercent} %`}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {list.readable > 40 && <p className="soft">The first 40 are shown.</p>}
    </>
  );
}

function Preview({ list }: { list: ListView }): JSX.Element {
  return (
    <>
      <h2>{list.state === 'in' ? 'What it became' : `What ${list.readable} of ${list.lines} lines would become`}</h2>
      <div className="scroll">
        <table className="ruled">
          <thead>
            <tr>
              <th>line</th>
              <th>packet</th>
              <th>harvest</th>
              <th>packed</th>
              <th>holds</th>
              <th>lies in</th>
              <th>from</th>
              <th>note</th>
            </tr>
          </thead>
          <tbody>
            {list.preview.map((one) => (
              <tr key={one.line}>
                <td className="code">{one.line}</td>
                <td>
                  <b className="serif">{one.kind}</b> {one.variety} <i className="soft">{one.species}</i>
                </td>
                <td>{harvestWords(one)}</td>
                <td className="fig">{one.packedOn}</td>
                <td className="fig">
                  {one.amount.by === 'count' ? `${one.amount.seeds} seeds` : `${one.amount.text} ${one.amount.unit}`}
                </td>
                <td>{one.place}</td>
                <td>{[one.supplier, one.from].filter(Boolean).join(', ')}</td>
                <td className="soft">{one.note}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {list.preview.length < list.readable && <p className="soft">The first {list.preview.length} are shown.</p>}
    </>
  );
}
