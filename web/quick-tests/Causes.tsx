import { CAUSE_WORDS } from '@mercato/contract/quick-tests/words';
import type { Cause, CauseAnswer } from '@mercato/core/quick-tests/badTest';
import { Small } from '../ui/Buttons.tsx';

const ANSWERS = ['yes', 'no', 'unknown'] as const;
export type Answers = Partial<Record<Cause, CauseAnswer>>;

interface CausesProps {
  asked: readonly Cause[];
  answers: Answers;
  set: (answers: Answers) => void;
}

/** What may have gone wrong with a test, asked one by one. */
export const Causes = ({ asked, answers, set }: CausesProps) =>
  asked.map((cause) => (
    <div
      key={cause}
      className="cause d-flex flex-wrap justify-content-between align-items-center gap-2 py-2"
      role="group"
      aria-label={CAUSE_WORDS[cause].ask}
    >
      <span>{CAUSE_WORDS[cause].ask}</span>
      <span>
        {ANSWERS.map((one) => (
          <Small
            key={one}
            aria-pressed={(answers[cause] ?? 'unknown') === one}
            onClick={() => set({ ...answers, [cause]: one })}
          >
            {one === 'unknown' ? 'not known' : one}
          </Small>
        ))}
      </span>
    </div>
  ));
