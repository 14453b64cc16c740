import type { NoForecast } from '@mercato/core/drying/forecast';

/** Why no hour can be told. */
export const FORECAST_WORDS: Readonly<Record<NoForecast, string>> = {
  'needs-weighings': 'Weigh it again: too few weights to say when it will be dry.',
  'does-not-fall': 'The weight does not fall: move the air, spread it thinner, or find drier air.',
  'does-not-rise': 'The weight does not rise: find damper air, or spread it thinner.',
  'rests-below-target': 'In this air it will not get so damp: find damper air.',
  'rests-above-target': 'In this air it will not get so dry: find drier air, or warm it within its limit.',
};
