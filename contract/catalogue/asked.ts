/** What several calculations ask. */
export const BOOK = { label: 'rule book', choices: { ista: 'ISTA', aosa: 'AOSA/FSA' } };

/** Words of the fields of a group, which share a unit. */
export const each = (group: string, labels: Readonly<Record<string, string>>, unit: string) =>
  Object.fromEntries(Object.entries(labels).map(([key, label]) => [`${group}.${key}`, { label, unit }]));
