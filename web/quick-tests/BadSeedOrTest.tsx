import { useState } from 'react';
import { reasonsWords, testNextWords } from '@mercato/contract/quick-tests/words';
import { capital } from '@mercato/contract/words/text';
import { badSeedOrBadTest, causesFor } from '@mercato/core/quick-tests/badTest';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import { type Answers, Causes } from './Causes.tsx';

const VERDICTS = {
  sprouted: 'The count is right.',
  dead: 'It was the seed.',
  dormant: 'It is alive, and waits.',
  invalid: 'It was the test.',
  unclear: 'That cannot be told yet.',
} as const;
const ANY: Pick<SmallTestMethod, 'light'> = { light: null };

interface BadSeedOrTestProps {
  sprouted: number | null;
  seeds: number | null;
  method: SmallTestMethod | undefined;
}

/** What may have gone wrong, before the seed is blamed. */
export function BadSeedOrTest({ sprouted, seeds, method }: BadSeedOrTestProps) {
  const [answers, setAnswers] = useState<Answers>({});
  const few = sprouted === null || seeds === null || sprouted < seeds / 2;
  const said = Object.values(answers).some((one) => one !== 'unknown');
  const told = badSeedOrBadTest(answers, few ? 'few' : 'doubtful', false);
  return (
    <>
      <Causes asked={causesFor(method ?? ANY, true)} answers={answers} set={setAnswers} />
      {said && (
        <p role="status">
          <b>{VERDICTS[told.verdict]}</b> {told.reasons.length > 0 && `${capital(reasonsWords(told.reasons))}. `}
          {testNextWords(told.next)}
        </p>
      )}
    </>
  );
}
