import { useState } from 'react';
import { validate } from '@mercato/contract/http/validate';
import { type Extent, EXTENTS, isLimited, isReduced } from '@mercato/contract/other-seeds/extent';
import {
  type NewOtherSeedsTest,
  newOtherSeedsTestSchema,
  type OtherSeedsView,
} from '@mercato/contract/other-seeds/otherSeeds';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { send } from '../api/routes.ts';
import { DrawAndStart } from '../register/bench.tsx';
import { SpeciesProposals } from '../register/names.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';

const WORDS: Readonly<Record<Extent, string>> = {
  complete: 'complete: all other species, in the whole weight',
  limited: 'limited: named species alone, in the whole weight',
  reduced: 'reduced: all other species, in part of the weight',
  'reduced-limited': 'reduced and limited: named species, in part of the weight',
};

interface SearchFormProps {
  view: OtherSeedsView;
  may: boolean;
  started: () => void;
}

/** Draws a working sample and starts a search on it: how far it goes, and for what. */
export function SearchForm({ view, may, started }: SearchFormProps) {
  const [extent, setExtent] = useState<Extent>('complete');
  const [names, setNames] = useState<readonly string[]>(['']);
  const [fault, setFault] = useState<string>();
  const limited = isLimited(extent);
  const named = limited ? names.map((one) => one.trim()).filter(Boolean) : [];
  const plan = (vesselId: string) => ({ vesselId, extent, named }) satisfies NewOtherSeedsTest;
  return (
    <DrawAndStart
      lot={view.lot}
      purpose="other-seeds"
      least={view.leastG}
      waiting={view.waiting}
      may={may}
      ready={() => {
        const checked = validate(newOtherSeedsTestSchema, plan('00000000-0000-4000-8000-000000000000'));
        setFault(checked.ok ? undefined : checked.faults[0]?.message);
        return checked.ok;
      }}
      start={async (vesselId) => {
        await send(otherSeedsRoutes.start, {}, plan(vesselId));
        started();
      }}
    >
      {limited && <SpeciesProposals id="species-searched" />}
      <div className="fields">
        <ChoiceField
          label="the search is"
          value={extent}
          onChange={(value) => setExtent(value as Extent)}
          options={EXTENTS.map((one) => [one, WORDS[one]] as const)}
          hint={isReduced(extent) ? 'for kinds that are hard to tell apart; the report says so' : undefined}
        />
        {limited &&
          names.map((name, i) => (
            <TextField
              key={i}
              label={i === 0 ? 'searched for' : 'and for'}
              value={name}
              list="species-searched"
              onChange={(value) => {
                const next = names.map((one, at) => (at === i ? value : one));
                setNames(next.at(-1) ? [...next, ''] : next);
              }}
              fault={i === 0 ? fault : undefined}
              hint={i === 0 ? 'a whole genus is written as Cuscuta spp.' : undefined}
            />
          ))}
      </div>
    </DrawAndStart>
  );
}
