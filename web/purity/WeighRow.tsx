import type { PurityTest, PurityView } from '@mercato/contract/purity/purity';
import { capital } from '@mercato/contract/words/text';
import { readEdition } from '@mercato/core/rule-books/readEdition';
import { weighingDecimals } from '@mercato/core/rule-books/weighingDecimals';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import { Exact } from '@mercato/core/units/mass';
import { WeighInput } from '../devices/WeighInput.tsx';
import { Earlier } from '../register/bench.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Parts } from './Parts.tsx';
import { asDrawn, FIELD_NAMES, type WeighedField } from './entry.ts';
import type { Weighing } from './useWeighing.ts';

/** Where the next reading of the balance goes: a line, or (null) a part of a component. */
export interface Hands {
  readonly into: { name: string; field: WeighedField | null } | null;
  readonly setInto: (into: { name: string; field: WeighedField | null }) => void;
  /** Why a reading was not taken, and where. */
  readonly refused: { field: WeighedField | null; reason: string } | null;
  readonly setRefused: (refused: { field: WeighedField | null; reason: string } | null) => void;
}

interface WeighRowProps {
  field: WeighedField;
  view: PurityView;
  test: PurityTest;
  weighing: Weighing;
  hands: Hands;
  mayWrite: boolean;
  /** Shows the working of a component in the slip. */
  show: (component: Component | null) => void;
}

/** One line that is weighed, with its share, what is wrong with it, and the parts that are named in it. */
export function WeighRow({ field, view, test, weighing, hands, mayWrite, show }: WeighRowProps) {
  const { entry, edition, decimals, analysis, wrongDecimals } = weighing;
  const { values } = entry;
  const { refused, setRefused, setInto } = hands;
  const onRefused = (of: WeighedField | null) => (reason: string | undefined) =>
    setRefused(reason === undefined ? null : { field: of, reason });
  const share = analysis?.shares.find((one) => one.component === field);
  const fault =
    (refused?.field === field ? refused.reason : undefined) ??
    entry.fault(field) ??
    entry.fault(`weighedOn.${field}.why`) ??
    wrongDecimals(field);
  const component = isPartable(field) ? field : null;
  const parts = component ? values.parts.filter((one) => one.component === component) : [];
  return (
    <div>
      <div className="row-entry">
        <label htmlFor={`mass-${field}`}>{capital(FIELD_NAMES[field])}</label>
        <span>
          <WeighInput
            id={`mass-${field}`}
            value={values[field]}
            disabled={!mayWrite}
            invalid={fault !== undefined}
            describedBy={fault === undefined ? undefined : `why-${field}`}
            autoFocus={field === 'workingSample' && !test.fields.workingSample}
            known={field === 'workingSample' ? asDrawn(test) : undefined}
            decimals={field === 'workingSample' && edition ? decimalsOf(edition) : decimals}
            onRefused={onRefused(field)}
            onFocus={() => {
              setInto({ name: capital(FIELD_NAMES[field]), field });
              setRefused(null);
              show(isComponent(field) ? field : null);
            }}
            onChange={(next, weighedOn) =>
              entry.set({ [field]: next, weighedOn: { ...values.weighedOn, [field]: weighedOn } })
            }
          />{' '}
          g
        </span>
        <span className="pct">
          {share && (
            <Inline className="opens" onClick={() => show(share.component)}>
              {share.trace ? 'trace' : share.percent.toFixed(analysis?.percentDecimals ?? 1)}
            </Inline>
          )}
        </span>
        <span>
          {fault && (
            <span className="why" role="alert" id={`why-${field}`}>
              {fault}
            </span>
          )}
          <span className="kind">
            {field === 'workingSample' && asDrawn(test) !== '' && values.workingSample === '' && 'as drawn'}
            {field === 'multipleUnits' &&
              `${view.multipleUnitsPercent} % of them count as pure seed, the rest as inert matter`}
            {analysis?.adjusted === field && analysis.adjustedBy !== 0 && (
              <>
                adjusted by {analysis.adjustedBy > 0 ? '+' : '−'}
                {Math.abs(analysis.adjustedBy).toFixed(analysis.percentDecimals)} to total 100{' '}
              </>
            )}
            {component && mayWrite && (
              <Inline
                aria-label={`${parts.length > 0 ? 'another part' : 'name its parts'}: ${FIELD_NAMES[field]}`}
                onClick={() => entry.set({ parts: [...values.parts, { component, name: '', figure: '', unit: 'g' }] })}
              >
                {parts.length > 0 ? 'another part' : 'name its parts'}
              </Inline>
            )}{' '}
            <Earlier field={test.fields[field]} />
          </span>
        </span>
      </div>
      {component && (
        <Parts
          component={component}
          values={values}
          judged={test.parts}
          fault={entry.fault}
          disabled={!mayWrite}
          list={component === 'inertMatter' ? 'inert-kinds' : `species-${component}`}
          decimals={analysis?.percentDecimals ?? 1}
          weighTo={decimals}
          onFocus={(name) => setInto({ name, field: null })}
          onRefused={onRefused(null)}
          change={(next) => entry.set({ parts: next })}
        />
      )}
    </div>
  );
}

const isComponent = (field: WeighedField): field is Component => field in COMPONENT_NAMES;
const isPartable = (field: WeighedField): field is Component => isComponent(field) && field !== 'pureSeed';

/** How the mass itself decides its decimals, while it is weighed in. */
const decimalsOf = (edition: ReturnType<typeof readEdition>) => (text: string) =>
  new Exact(text).gt(0) ? weighingDecimals(edition, new Exact(text)) : null;
