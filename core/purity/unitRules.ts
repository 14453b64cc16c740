import type { Edition, UnitRule } from '../rule-books/edition.ts';

/** Rules for a kind, its genus or its family; where several speak of one topic, the nearest to the kind decides. */
export function unitRulesFor(edition: Edition, species: string, family: string): readonly UnitRule[] {
  const genus = species.split(' ')[0] ?? species;
  const nearness = (rule: UnitRule) =>
    rule.taxa.includes(species) ? 3 : rule.taxa.includes(genus) ? 2 : rule.taxa.includes(family) ? 1 : 0;
  return edition.unitRules.filter(
    (rule) =>
      nearness(rule) > 0 &&
      !edition.unitRules.some((other) => other.topic === rule.topic && nearness(other) > nearness(rule)),
  );
}
