import { type BagView, endBagSchema, floatNoteSchema } from '@mercato/contract/quick-tests/rounds';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { CAUSE_WORDS } from '@mercato/contract/quick-tests/words';
import type { Cause } from '@mercato/core/quick-tests/badTest';
import { shortDay } from '../api/session.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Fold } from '../ui/Fold.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { type Answers, Causes } from './Causes.tsx';

/** Why "bad seed or bad test?" arises, as a sentence. */
function askedWords(bag: BagView): string {
  const told = `${bag.sprouted} of ${bag.seeds}`;
  const control = bag.beside.find((one) => one.control);
  switch (bag.asked) {
    case 'few':
      return `Fewer than half sprouted: ${told}.`;
    case 'fewer-than-control':
      return `Clearly fewer than of the fresh seed beside it: ${told}${control ? ` against ${control.sprouted} of ${control.seeds}` : ''}.`;
    case 'too-early':
      return `${told} sprouted, and its last day has not come: more may follow.`;
    case 'doubtful':
      return `${told} sprouted, and something was wrong with the test: more may be alive.`;
    case null:
      return '';
  }
}

export interface Part {
  readonly bag: BagView;
}

const NO_ANSWERS: Answers = {};

/** Ends the bag; where few sprouted, the causes are walked through first. */
export function EndForm({ bag }: Part) {
  const entry = useEntry({
    from: { on: bag.today, answers: NO_ANSWERS },
    schema: endBagSchema,
    send: to(quickTestRoutes.end, { bag: bag.id }),
  });
  const { answers } = entry.values;
  const asked = bag.causes.filter((cause) => bag.known[cause] === undefined);
  return (
    <EntryForm
      entry={entry}
      title={bag.asked ? 'Bad seed or bad test?' : 'End it'}
      send="End this bag"
      quiet
      className="mt-4"
      waits
    >
      {bag.asked && <p>{askedWords(bag)} Before the seed is blamed:</p>}
      {Object.entries(bag.known).map(([cause, answer]) =>
        bag.asked && bag.causes.includes(cause as Cause) ? (
          <p key={cause} className="soft">
            {CAUSE_WORDS[cause as Cause].ask} <b>{answer}</b>, by what is written down.
          </p>
        ) : null,
      )}
      <Causes asked={asked} answers={answers} set={(next) => entry.set({ answers: next })} />
      <Field entry={entry} name="on" />
    </EntryForm>
  );
}

/** A float test as a side note: recorded, compared, never a germination. */
export function FloatForm({ bag }: Part) {
  const { float } = bag;
  const entry = useEntry({
    from: {
      seeds: String(float?.seeds ?? bag.seeds),
      sank: float ? String(float.sank) : '',
      minutes: float ? String(float.minutes) : '15',
      on: float?.on ?? bag.today,
      reason: '',
    },
    schema: floatNoteSchema,
    send: to(quickTestRoutes.float, { bag: bag.id }),
  });
  return (
    <Fold
      title={
        <>
          {float
            ? `Float test${float.on ? ` of ${shortDay(float.on)}` : ''}: ${float.sank} of ${float.seeds} sank after ${float.minutes} minutes`
            : 'Float test, as a side note'}
        </>
      }
      className="mt-4"
    >
      <p className="soft">
        Fifteen minutes and three days give different answers, and both agree badly with towels and with the field. It
        is kept beside the towel and never counted.
      </p>
      <EntryForm entry={entry} send="Save the note" quiet waits>
        <div className="fields">
          <Field entry={entry} name="seeds" />
          <Field entry={entry} name="sank" />
          <Field entry={entry} name="minutes" />
          <Field entry={entry} name="on" />
          {float && <Field entry={entry} name="reason" />}
        </div>
      </EntryForm>
    </Fold>
  );
}
