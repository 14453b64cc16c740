import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { CandidateLine } from '@mercato/contract/store/candidates';
import { storeRoutes } from '@mercato/contract/store/routes';
import { candidateReasonWords } from '@mercato/contract/store/words';
import { type Fit, FITS } from '@mercato/core/store/candidates';
import { reading } from '../api/routes.ts';
import { TextField } from '../ui/fields.tsx';
import { useLines } from '../ui/lines.ts';
import { plainFigure } from '../ui/typedBody.ts';

const TITLES: Readonly<Record<Fit, string>> = {
  'same site': 'From the very site',
  'same district': 'From its district',
  'similar site': 'From a site like it',
  'not known': 'Too little is known to say',
  unlike: 'From a site unlike it',
  refused: 'Not to be had',
};

/** Seed for a place where it is to be planted out: what grew nearest in kind of site, with the reasons; owners' terms first. */
export default function Candidates() {
  const { values, field } = useLines({ kind: '', name: '', district: '', elevation: '', exposure: '', rainfall: '' });
  const site = {
    ...values,
    elevation: plainFigure(values.elevation).replace('−', '-'),
    rainfall: plainFigure(values.rainfall),
  };
  const { data } = useQuery({ ...reading(storeRoutes.candidates, {}, site), placeholderData: keepPreviousData });
  const asked = Object.entries(values).some(([key, value]) => key !== 'kind' && value.trim() !== '');
  const figure = (key: 'elevation' | 'rainfall', label: string, understood: number | null | undefined) => (
    <TextField
      label={label}
      figure
      {...field(key)}
      fault={values[key].trim() !== '' && understood === null ? 'a number that a place on earth has' : undefined}
    />
  );
  return (
    <main className="w-wide">
      <h1>Seed for a site</h1>
      <p className="soft">
        The same site first, then its district, then a site of similar height and exposure; from the wet side to the dry
        side never (practice). Say as much of the site as you know.
      </p>
      <div className="fields">
        <TextField label="what is to be planted" hint="any word of it, or nothing" {...field('kind')} />
        <TextField label="site" {...field('name')} />
        <TextField label="district, or watershed" {...field('district')} />
        {figure('elevation', 'elevation, m', data?.target.elevationM)}
        <TextField label="faces" hint="north, south-west …" {...field('exposure')} />
        {figure('rainfall', 'rain in a year, mm', data?.target.rainfallMm)}
      </div>
      {asked &&
        data &&
        FITS.map((fit) => {
          const lines = data.candidates.filter((one) => one.fit === fit);
          return lines.length === 0 ? null : (
            <section key={fit} className="mt-3">
              <h2>
                {TITLES[fit]} <span className="soft fig">{lines.length}</span>
              </h2>
              <ul className="packets reasons list-unstyled mb-0" aria-label={TITLES[fit]}>
                {lines.map((one) => (
                  <Line key={one.accessionId} line={one} />
                ))}
              </ul>
            </section>
          );
        })}
      {asked && data?.candidates.length === 0 && <p>Nothing in store answers to that.</p>}
    </main>
  );
}

function Line({ line }: { line: CandidateLine }) {
  return (
    <li>
      <Link to={`/store/packets/${line.packetId}`}>
        <b className="serif">{line.kind}</b> {line.variety}
      </Link>
      <span className="fig">{line.harvestYear}</span>
      <span>{line.terms === 'shared' ? '' : line.terms}</span>
      <span className="soft">
        {[line.site.name, line.reasons.map(candidateReasonWords).join('; ')].filter(Boolean).join(': ')}
      </span>
    </li>
  );
}
