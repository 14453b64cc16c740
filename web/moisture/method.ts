import type { MoistureMethod } from '@mercato/core/rule-books/edition';

export const CAUTION =
  'Hot oven, hot glass and metal: gloves and tongs; let tins cool in the desiccator before they are weighed.';

/** The oven of a rule book's method in words: "oven 130 °C, 2 h, ground coarse"; empty where it gives none. */
export const bookMethodOf = (method: MoistureMethod | null): string =>
  method?.hours
    ? `oven ${method.temperatureC.replace(/\D+/, '')} °C, ${method.hours} h${method.grinding === 'none' ? '' : `, ground ${method.grinding}`}`
    : '';
