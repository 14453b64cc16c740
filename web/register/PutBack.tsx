import { Link } from 'react-router';
import type { TestFrame } from '@mercato/contract/register/lots';

interface PutBackProps {
  test: Pick<TestFrame, 'lotId' | 'sample' | 'vesselCode'>;
  /** "pure seed". */
  what: string;
  /** What of it is known to be there. */
  grams: string;
}

/** What was looked through goes back into the sample that it was drawn from: where, with what is known of it. */
export function PutBack({ test, what, grams }: PutBackProps) {
  const { id, gone } = test.sample;
  return (
    <p className="soft mt-3">
      {gone === null ? (
        <Link to={`/lots/${test.lotId}/vessels?at=${id}&back=${grams}`}>
          Put the {what} back into the sample, {grams} g
        </Link>
      ) : (
        `Working sample ${test.vesselCode}: ${gone}.`
      )}
    </p>
  );
}
