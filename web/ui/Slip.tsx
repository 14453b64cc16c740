import type { ReactNode } from 'react';
import type { Mark } from '@mercato/contract/lot-sheet/standing';
import { nextWords } from '@mercato/contract/words/next';
import { capital } from '@mercato/contract/words/text';
import { readVerification } from '@mercato/core/rule-books/verification';
import type { NumberSlip } from '@mercato/core/verdict/numberSlip';
import type { Rule, Verdict, WorkingStep } from '@mercato/core/verdict/verdict';
import { Fold } from './Fold.tsx';
import { VerdictMark } from './shapes.tsx';

interface SlipProps {
  title: string;
  steps: readonly WorkingStep[];
  mark?: Mark | undefined;
  next?: string | undefined;
  rule?: NumberSlip['rule'] | Rule;
  /** For whoever only wants the answer: method and source stay folded. */
  plain?: boolean;
  children?: ReactNode;
}

/** The working of a number, set like a till receipt: each line of arithmetic, the outcome, the rule and its provenance. */
export function Slip({ title, steps, mark, next, rule, plain = false, children }: SlipProps) {
  const below = (
    <>
      {next && <div className="soft">{nextWords(next)}</div>}
      {children}
      {rule && <Source rule={rule} />}
    </>
  );
  return (
    <section aria-label={`Working: ${title}`}>
      <h2>Working: {title}</h2>
      <table>
        <tbody>
          {steps.map((step, i) => (
            <tr key={i} className={i === steps.length - 1 && steps.length > 1 ? 'total' : undefined}>
              <td>
                {step.label}
                {!plain && step.expression && <small>{step.expression}</small>}
              </td>
              <td>
                {step.result}
                {step.unit && ` ${step.unit}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {mark && <VerdictMark mark={mark} word />}
      {plain ? (
        <Fold title="Method and source">
          {steps.map(
            ({ label, expression }, i) =>
              expression && (
                <div key={i} className="small">
                  {label}: <span className="soft">{expression}</span>
                </div>
              ),
          )}
          {below}
        </Fold>
      ) : (
        below
      )}
    </section>
  );
}

export function VerdictSlip({ title, verdict }: { title: string; verdict: Verdict }) {
  return (
    <Slip
      title={title}
      steps={verdict.steps}
      mark={verdict.outcome}
      next={verdict.next}
      rule={verdict.rule ?? undefined}
    />
  );
}

export function Source({ rule }: { rule: NonNullable<NumberSlip['rule']> | Rule }) {
  if ('text' in rule)
    return (
      <div className="src">
        {rule.text}
        <br />
        <b>{rule.provenance}</b>
      </div>
    );
  const { provenance } = rule;
  return (
    <div className="src">
      {rule.edition}: {rule.section}
      {rule.row ? `, row ${rule.row}` : ''}.
      <br />
      <b>{capital(provenance.verification)}</b>:{' '}
      {readVerification(provenance.verification).how === 'memory'
        ? `not yet checked against this laboratory’s copy; origin ${provenance.origin}`
        : `origin ${provenance.origin}`}
      {provenance.confidence && provenance.confidence !== 'high' ? `; confidence ${provenance.confidence}` : ''}
      {provenance.doubts ? `; ${provenance.doubts}` : ''}.
    </div>
  );
}
