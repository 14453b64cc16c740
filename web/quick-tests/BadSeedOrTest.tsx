import { useState } from 'react';
import { reasonsWords, testNextWords } from '@mercato/contract/quick-tests/words';
import type { TestedKind } from '@mercato/contract/register/kinds';
import { capital } from '@mercato/contract/words/text';
import { badSeedOrBadTest, causesFor } from '@mercato/core/quick-tests/badTest';
import { answeredBy, whyAsked } from '@mercato/core/quick-tests/mayAdvise';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { unsuited } from '@mercato/core/quick-tests/roundPlan';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { type Answers, Causes } from './Causes.tsx';
import type { questionOf } from './question.ts';

const VERDICTS = {
  sprouted: 'The count is right.',
  dead: 'It was the seed.',
  dormant: 'It is alive, and waits.',
  invalid: 'It was the test.',
  unclear: 'That cannot be told yet.',
} as const;
const ANY: SmallTestMethod = { temperatureC: null, light: null, firstDay: null, lastDay: null };

interface BadSeedOrTestProps {
  answer: QuickAnswer | undefined;
  question: ReturnType<typeof questionOf>;
  kind: TestedKind | undefined;
}

/** What may have gone wrong, before the seed is blamed; what days and degrees tell is not asked. */
export function BadSeedOrTest({ answer, question, kind }: BadSeedOrTestProps) {
  const [answers, setAnswers] = useState<Answers>({});
  const { method = ANY, hardSeeded = false } = kind ?? {};
  const known = knownOf(question, method);
  const all = { ...answers, ...known };
  const asked = answer ? whyAsked(answer.test, all, false) : 'few';
  const told = badSeedOrBadTest(all, asked, hardSeeded);
  const said = Object.values(answers).some((one) => one !== 'unknown');
  return (
    <>
      <Causes
        asked={causesFor(method, true).filter((cause) => known[cause] === undefined)}
        answers={answers}
        set={setAnswers}
      />
      {said && (
        <p role="status">
          <b>{VERDICTS[told.verdict]}</b> {told.reasons.length > 0 && `${capital(reasonsWords(told.reasons))}. `}
          {testNextWords(told.next)}
        </p>
      )}
    </>
  );
}

/** What days and degrees say by themselves. */
function knownOf({ day, stoodC }: Readonly<Record<string, unknown>>, method: SmallTestMethod): Answers {
  const said = answeredBy(typeof day === 'number' ? method : ANY, {
    day: typeof day === 'number' ? day : 0,
    unsuited:
      typeof stoodC === 'number' ? unsuited(method, { warmthC: { low: stoodC, high: stoodC }, light: 'light' }) : [],
    driedOut: false,
    tooWet: false,
    mould: false,
    control: null,
  });
  const { 'too-early': early, 'too-hot': hot, 'too-cold': cold } = said;
  const warmth = typeof stoodC === 'number' && method.temperatureC !== null;
  return {
    ...(early === undefined ? {} : { 'too-early': early }),
    ...(warmth ? { 'too-hot': hot ?? 'no', 'too-cold': cold ?? 'no' } : {}),
  };
}
