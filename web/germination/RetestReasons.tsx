import { Form } from 'react-bootstrap';
import { RETEST_REASONS, type RetestReason } from '@mercato/core/germination/retest';
import { RETEST_WORDS } from './words.ts';

interface RetestReasonsProps {
  chosen: RetestReason | '';
  /** Reasons that the figures themselves show. */
  seen: readonly RetestReason[];
  fault?: string | undefined;
  choose: (reason: RetestReason) => void;
}

/** Why the sample is tested again, each with what it leads to; those that the figures show are named. */
export function RetestReasons({ chosen, seen, fault, choose }: RetestReasonsProps) {
  return (
    <fieldset className="mb-3">
      <legend className="fs-6">Why is it tested again?</legend>
      {RETEST_REASONS.map((one) => (
        <Form.Check
          key={one}
          type="radio"
          name="because"
          id={`because-${one}`}
          checked={chosen === one}
          onChange={() => choose(one)}
          label={
            <>
              {RETEST_WORDS[one].why}
              {seen.includes(one) && <b className="text-next"> · the figures show it</b>}
              <span className="soft d-block">{RETEST_WORDS[one].leads}</span>
            </>
          }
        />
      ))}
      {fault !== undefined && <p className="outside mb-0">{fault}</p>}
    </fieldset>
  );
}
