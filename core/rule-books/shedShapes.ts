import { classes, list, maybe, maybeText, number, parameters, type TableShape, text } from './columns.ts';

/** Tables of the figures of the shed. */
export const SHED_SHAPES: Readonly<Record<string, TableShape>> = {
  screens: {
    title: 'screens by hole',
    columns: [
      text('name', 'name'),
      { ...text('shape', 'shape of the hole'), kind: 'choice', choices: ['round', 'slot', 'triangle', 'mesh'] },
      number('size_mm', 'hole, or width of the hole, mm'),
      maybe('length_mm', 'length of the hole, mm'),
      {
        ...maybeText('measured_as', 'how a triangle is measured'),
        kind: 'choice',
        choices: ['circle inside', 'side'],
      },
      maybe('wire_mm', 'wire of a mesh, mm'),
      maybeText('inches', 'trade size, inches'),
      maybeText('used_for', 'used for'),
    ],
    key: ['name'],
  },
  particles: {
    title: 'sizes and air speeds',
    columns: [
      text('name', 'name'),
      { ...text('role', 'seed or contaminant'), kind: 'choice', choices: ['seed', 'contaminant'] },
      ...(['length', 'width', 'thickness'] as const).flatMap((one) => [
        number(`${one}_mm`, `${one}, mm`),
        number(`${one}_sd`, `its standard deviation, mm`),
      ]),
      number('density_g_cm3', 'density, g/cm³'),
      number('tsw_g', 'thousand-seed weight, g'),
      number('shape_factor', 'share of its ellipsoid that it fills'),
      maybe('terminal_velocity_m_s', 'air that carries it, m/s'),
      maybe('terminal_sd', 'its standard deviation, m/s'),
      ...(['size', 'density', 'velocity'] as const).map((one) => ({
        ...text(`sure_${one}`, `how sure its ${one} is`),
        kind: 'choice' as const,
        choices: ['high', 'medium', 'low'],
      })),
    ],
    key: ['name'],
  },
  bushels: {
    title: 'trade units of a bushel',
    columns: [text('kind', 'kind'), list('taxa', 'kinds or genera'), number('lb_per_bushel', 'pounds')],
    key: ['kind'],
  },
  'drying-air': classes('warmest air to dry seed in', 'moisture_from', 'moisture_to', 0.1, [
    number('most_c', 'air at most, °C'),
  ]),
  handling: {
    title: 'how a kind is picked and freed',
    columns: [
      { name: 'taxa', kind: 'list', needed: true, says: 'kinds, genera or families' },
      list('ripe', 'signs that it is ripe'),
      list('unripe', 'signs that it is not'),
      { ...text('pick', 'when it is cut'), kind: 'choice', choices: ['dew', 'after-dew', 'any'] },
      { ...text('dries', 'where it dries'), kind: 'choice', choices: ['plant', 'cover', 'either'] },
      { ...text('free_by', 'how wet seed is freed'), kind: 'choice', choices: ['none', 'wash', 'float', 'ferment'] },
      maybe('soak_days_from', 'soaked for, days from'),
      maybe('soak_days_to', 'to'),
      list('cautions', 'cautions'),
    ],
    key: ['taxa'],
    species: 'taxa',
  },
  parameters,
};
