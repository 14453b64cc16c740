import type { Component } from '../units/components.ts';
import { DECIMAL_TEXT, Exact, type ExactNumber } from '../units/mass.ts';
import type { ComponentMasses } from './analysePurity.ts';
import { partMultipleUnits } from './parts.ts';

/**
 * The component masses of weighings as they are written, multiple units parted as the book says.
 *
 * @param components       those of the book
 * @param text             what stands in a field, g; undefined or no plain number = not yet weighed
 * @param multiplePercent  share of multiple units that is pure seed, 0..100; null where the book does not part them
 * @returns null while a component is not weighed, or all weigh nothing
 */
export function componentMasses(
  components: readonly Component[],
  text: (field: Component | 'multipleUnits') => string | undefined,
  multiplePercent: number | null,
): ComponentMasses | null {
  const weighed = (field: Component | 'multipleUnits'): ExactNumber | null => {
    const written = text(field);
    return written !== undefined && DECIMAL_TEXT.test(written) ? new Exact(written) : null;
  };
  const masses: Partial<Record<Component, ExactNumber>> = {};
  for (const component of components) {
    const mass = weighed(component);
    if (!mass) return null;
    masses[component] = mass;
  }
  const units = weighed('multipleUnits');
  if (units && multiplePercent !== null) {
    const { pureG, inertG } = partMultipleUnits(units, multiplePercent);
    masses.pureSeed = pureG.plus(masses.pureSeed ?? 0);
    masses.inertMatter = inertG.plus(masses.inertMatter ?? 0);
  }
  return Object.values(masses).some((mass) => mass.gt(0)) ? masses : null;
}
