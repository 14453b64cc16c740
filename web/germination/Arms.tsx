import { Form } from 'react-bootstrap';
import { MOST_ARMS } from '@mercato/contract/germination/germination';
import { TREATMENT_FACTS, TREATMENTS, type Treatment } from '@mercato/core/germination/treatments';
import { CAUTION_WORDS, TREATMENT_WORDS } from './words.ts';

/** One arm as it is being planned. */
export interface Arm {
  readonly name: Treatment;
  readonly treatment: string;
  readonly prechillDays: string;
  readonly control: boolean;
}
export const armOf = (name: Treatment, control = false): Arm => ({
  name,
  treatment: TREATMENT_FACTS[name].printed,
  prechillDays: String(TREATMENT_FACTS[name].daysBefore),
  control,
});

interface ArmsProps {
  arms: readonly Arm[];
  change: (arms: readonly Arm[]) => void;
}

/** Treatments that stand side by side, each a test of its own seeds; the same one twice makes a pair. */
export function Arms({ arms, change }: ArmsProps) {
  const put = (i: number, more: Partial<Arm>) => change(arms.map((one, j) => (j === i ? { ...one, ...more } : one)));
  const cautions = [...new Set(arms.flatMap((one) => TREATMENT_FACTS[one.name].caution ?? []))];
  return (
    <fieldset className="mb-3">
      <legend className="fs-6">Arms</legend>
      {arms.map((one, i) => (
        <div key={i} className="d-flex flex-wrap align-items-end gap-3 mb-2">
          <label className="soft small">
            arm {i + 1}
            <Form.Select
              value={one.name}
              onChange={(event) => {
                const name = event.target.value as Treatment;
                change(arms.map((arm, j) => (j === i ? armOf(name, arm.control) : arm)));
              }}
            >
              {TREATMENTS.map((name) => (
                <option key={name} value={name}>
                  {TREATMENT_WORDS[name]}
                </option>
              ))}
            </Form.Select>
          </label>
          <label className="soft small">
            as it is printed
            <Form.Control value={one.treatment} onChange={(event) => put(i, { treatment: event.target.value })} />
          </label>
          <label className="soft small">
            days before
            <Form.Control
              className="num"
              inputMode="numeric"
              value={one.prechillDays}
              onChange={(event) => put(i, { prechillDays: event.target.value })}
            />
          </label>
          <Form.Check
            type="checkbox"
            id={`control-${i}`}
            label="control, not reported"
            checked={one.control}
            onChange={() => put(i, { control: !one.control })}
          />
          {arms.length > 2 && (
            <button type="button" className="btn btn-link p-0" onClick={() => change(arms.filter((_, j) => j !== i))}>
              remove arm {i + 1}
            </button>
          )}
        </div>
      ))}
      {arms.length < MOST_ARMS && (
        <button
          type="button"
          className="btn btn-link p-0"
          onClick={() =>
            change([...arms, armOf(TREATMENTS.find((name) => !arms.some((one) => one.name === name)) ?? 'untreated')])
          }
        >
          one arm more
        </button>
      )}
      {cautions.map((one) => (
        <p key={one} className="soft mb-0">
          {CAUTION_WORDS[one]}
        </p>
      ))}
    </fieldset>
  );
}
