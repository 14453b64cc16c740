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

/** Why; `m` is how much higher than the target, `share` how much wetter, both below 0 the other way. */
export type CandidateReason =
  | { readonly is: 'kept-for-own-site'; readonly owner: string; readonly site: string }
  | { readonly is: 'grew-here'; readonly site: string }
  | { readonly is: 'grew-in-district'; readonly district: string }
  | { readonly is: 'height'; readonly m: number; readonly tooFar: boolean }
  | { readonly is: 'rain'; readonly share: number; readonly tooFar: boolean }
  | { readonly is: 'exposure'; readonly faces: string; readonly wanted: string; readonly same: boolean }
  | { readonly is: 'not-known'; readonly what: readonly ('height' | 'rain' | 'exposure')[] }
  | { readonly is: 'nothing-to-compare' };

export interface Candidate {
  readonly fit: Fit;
  readonly reasons: readonly CandidateReason[];
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
  const reasons: CandidateReason[] = [];
  const here = same(site.name, target.name);
  if (terms === 'for its own site' && !here)
    return {
      fit: 'refused',
      reasons: [{ is: 'kept-for-own-site', owner: owner.trim(), site: site.name.trim() }],
      distance: Infinity,
    };
  if (here) return { fit: 'same site', reasons: [{ is: 'grew-here', site: site.name.trim() }], distance: 0 };
  const district = same(site.district, target.district);
  let unlike = false;
  let distance = 0;
  const unknown: ('height' | 'rain' | 'exposure')[] = [];
  // What nobody says of the place to plant is not asked of where the seed grew.
  if (target.elevationM !== null) {
    if (site.elevationM === null) unknown.push('height');
    else {
      const high = site.elevationM - target.elevationM;
      const far = Math.abs(high) > ALIKE.elevationM;
      distance += Math.abs(high) / ALIKE.elevationM;
      unlike ||= far && !district;
      reasons.push({ is: 'height', m: high, tooFar: far });
    }
  }
  if (target.rainfallMm !== null && target.rainfallMm > 0) {
    if (site.rainfallMm === null) unknown.push('rain');
    else {
      const wet = site.rainfallMm / target.rainfallMm - 1;
      const far = Math.abs(wet) > ALIKE.rainfallShare;
      distance += Math.abs(wet) / ALIKE.rainfallShare;
      // The wet side stays the wet side within a district as well.
      unlike ||= far;
      reasons.push({ is: 'rain', share: wet, tooFar: far });
    }
  }
  if (target.exposure.trim() !== '') {
    if (site.exposure.trim() === '') unknown.push('exposure');
    else {
      const alike = same(site.exposure, target.exposure);
      if (!alike) distance += 1;
      reasons.push({ is: 'exposure', faces: site.exposure.trim(), wanted: target.exposure.trim(), same: alike });
    }
  }
  const compared = reasons.length > 0;
  if (unknown.length > 0) reasons.push({ is: 'not-known', what: unknown });
  if (district) reasons.unshift({ is: 'grew-in-district', district: target.district.trim() });
  const fit: Fit = unlike
    ? 'unlike'
    : district
      ? 'same district'
      : unknown.length > 0 || !compared
        ? 'not known'
        : 'similar site';
  if (reasons.length === 0) reasons.push({ is: 'nothing-to-compare' });
  return { fit, reasons, distance: distance + unknown.length };
}
