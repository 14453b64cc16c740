export const ROLES = ['sampler', 'analyst', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** What may be read and written, and the roles that may do it. Everyone signed in reads everything. */
export const PERMISSIONS = {
  'lots.read': ROLES,
  'store.read': ROLES,
  'shed.read': ROLES,
  'people.read': ROLES,
  'lot.write': ['sampler', 'analyst', 'lead'],
  'sampling.write': ['sampler', 'analyst', 'lead'],
  'bench.write': ['analyst', 'lead'],
  'bench.correct-others': ['lead'],
  'figure.write': ['analyst', 'lead'],
  'decision.write': ['lead'],
  'release.write': ['lead'],
  /** What a person sets for themselves: their password. */
  'own.write': ['sampler', 'analyst', 'lead'],
  'people.write': ['lead'],
  'rules.write': ['lead'],
  'settings.write': ['lead'],
  'import.write': ['lead', 'analyst'],
  'store.write': ['sampler', 'analyst', 'lead'],
  'shed.write': ['sampler', 'analyst', 'lead'],
} as const satisfies Record<string, readonly Role[]>;
export type Permission = keyof typeof PERMISSIONS;

export function may(roles: readonly Role[], permission: Permission): boolean {
  const allowed: readonly Role[] = PERMISSIONS[permission];
  return roles.some((role) => allowed.includes(role));
}
