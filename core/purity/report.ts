import { type Component, COMPONENT_NAMES } from '../units/components.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';
import type { JudgedPart } from './parts.ts';

/** What a purity analysis found, as documents tell it. */
export interface PurityFound {
  readonly shares: readonly { component: Component; percent: number; trace: boolean }[];
  readonly decimals: number;
  /** The working samples, as weighed in. */
  readonly working: string;
  readonly parts: readonly JudgedPart[];
}

export const purityReport = (purity: PurityFound | null): DocumentLine[] =>
  purity
    ? [
        ...purity.shares.map((one) => ({
          label: `Purity: ${COMPONENT_NAMES[one.component]}, %`,
          value: one.trace ? 'TR' : one.percent.toFixed(purity.decimals),
          key: one.component,
        })),
        ...purity.shares.flatMap(({ component }) => {
          const found = listParts(purity.parts, component, purity.decimals);
          return found ? [{ label: `Purity: kinds of ${COMPONENT_NAMES[component]}`, value: found }] : [];
        }),
        { label: 'Purity: mass examined', value: purity.working },
      ]
    : [{ label: 'Purity, %', value: 'N' }];

/** Kinds of one component by name; those that the book wants with a percentage carry it. */
function listParts(parts: readonly JudgedPart[], component: Component, decimals: number): string {
  return parts
    .filter((part) => part.component === component)
    .map(({ name, percent, reportAlone }) => (reportAlone ? `${name} ${percent?.toFixed(decimals) ?? ''} %` : name))
    .join(', ');
}
