/** Where seed grew, or is to be planted, as far as it is known. */
export interface Site {
  readonly name: string;
  readonly district: string;
  readonly elevationM: number | null;
  readonly exposure: string;
  readonly rainfallMm: number | null;
}
export interface Offered {
  readonly site: Site;
  readonly terms: 'shared' | 'for its own site' | 'for exchange';
  readonly owner: string;
}

/** own site, its district, a site that is like it, one of which too little is known, one that is unlike it, not to be had. */
export const FITS = ['same site', 'same district', 'similar site', 'not known', 'unlike', 'refused'] as const;
export type Fit = (typeof FITS)[number];

export interface Candidate {
  readonly fit: Fit;
  readonly reasons: readonly string[];
  /** The lower the better, among those of one fit. */
  readonly distance: number;
}

/** Sites are alike within so much. Common practice, no source: people say "about as high, about as wet, facing the same way". */
export const ALIKE = { elevationM: 150, rainfallShare: 0.25 } as const;

const fold = (text: string) => text.trim().toLowerCase();
const same = (a: string, b: string) => a.trim() !== '' && fold(a) === fold(b);

/**
 * Whether seed of a harvest can be planted at a site, and why: the same site first, then its district, then a site of
 * similar elevation, rainfall and exposure; from the wet side to the dry side never. Its owner's terms come before all.
 *
 * Source: common practice of restoration, no source.
 */
export function candidateFor(target: Site, { site, terms, owner }: Offered): Candidate {
  const reasons: string[] = [];
  const here = same(site.name, target.name);
  if (terms === 'for its own site' && !here)
    return {
      fit: 'refused',
      reasons: [
        `${owner.trim() || 'its owner'} keeps it for its own site${site.name.trim() ? `, ${site.name.trim()}` : ''}`,
      ],
      distance: Infinity,
    };
  if (here) return { fit: 'same site', reasons: [`it grew at ${site.name.trim()}`], distance: 0 };
  const district = same(site.district, target.district);
  let unlike = false;
  let distance = 0;
  const unknown: string[] = [];
  // What nobody says of the place to plant is not asked of where the seed grew.
  if (target.elevationM !== null) {
    if (site.elevationM === null) unknown.push('how high it lies');
    else {
      const high = site.elevationM - target.elevationM;
      const far = Math.abs(high) > ALIKE.elevationM;
      distance += Math.abs(high) / ALIKE.elevationM;
      unlike ||= far && !district;
      reasons.push(
        high === 0
          ? 'as high'
          : `${Math.abs(high)} m ${high > 0 ? 'higher' : 'lower'}${far ? `: more than ${ALIKE.elevationM} m` : ''}`,
      );
    }
  }
  if (target.rainfallMm !== null && target.rainfallMm > 0) {
    if (site.rainfallMm === null) unknown.push('how much rain falls there');
    else {
      const wet = site.rainfallMm / target.rainfallMm - 1;
      const far = Math.abs(wet) > ALIKE.rainfallShare;
      distance += Math.abs(wet) / ALIKE.rainfallShare;
      // The wet side stays the wet side within a district as well.
      unlike ||= far;
      reasons.push(
        Math.abs(wet) < 0.005
          ? 'as wet'
          : `${Math.round(Math.abs(wet) * 100)} % ${wet > 0 ? 'wetter' : 'drier'}${far ? ': wet side and dry side are not exchanged' : ''}`,
      );
    }
  }
  if (target.exposure.trim() !== '') {
    if (site.exposure.trim() === '') unknown.push('which way it faces');
    else if (same(site.exposure, target.exposure)) reasons.push(`faces ${target.exposure.trim()} too`);
    else {
      distance += 1;
      reasons.push(`faces ${site.exposure.trim()}, not ${target.exposure.trim()}`);
    }
  }
  const compared = reasons.length > 0;
  if (unknown.length > 0) reasons.push(`not known of where it grew: ${unknown.join(', ')}`);
  if (district) reasons.unshift(`it grew in ${target.district.trim()} too`);
  const fit: Fit = unlike
    ? 'unlike'
    : district
      ? 'same district'
      : unknown.length > 0 || !compared
        ? 'not known'
        : 'similar site';
  if (reasons.length === 0) reasons.push('nothing of the two sites can be compared');
  return { fit, reasons, distance: distance + unknown.length };
}
