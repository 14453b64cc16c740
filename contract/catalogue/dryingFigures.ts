import type { DryingAir } from '@mercato/core/drying/safeAir';
import type { KindIsotherm } from '@mercato/core/drying/isotherms';
import type { Desiccant } from '@mercato/core/drying/overGel';

/** What drying is reckoned by: constants of kinds, which of them a species goes by, desiccants, and air that seed bears. */
export interface DryingFigures {
  isotherms: readonly KindIsotherm[];
  kindOf: Readonly<Record<string, string>>;
  desiccants: readonly Desiccant[];
  dryingAir: readonly DryingAir[];
}
