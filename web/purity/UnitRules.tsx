import type { PurityView } from '@mercato/contract/purity/purity';
import { Source } from '../ui/Slip.tsx';

/** What the book counts as pure seed of this kind, with how far the words are to be trusted. */
export function UnitRules({ rules }: { rules: PurityView['unitRules'] }) {
  if (rules.length === 0) return null;
  return (
    <section aria-label="What counts as pure seed">
      <h2>What counts</h2>
      {rules.map((one, i) => (
        <div key={i} className="mb-2">
          <b className="sentence">{one.topic}</b>
          <div>{one.says}</div>
          {one.blowing && (
            <div className="fig">
              {one.blowing.sampleG} g, {one.blowing.minutes} min
            </div>
          )}
          <Source rule={one.rule} />
        </div>
      ))}
    </section>
  );
}
