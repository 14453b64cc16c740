import { lazy, Suspense } from 'react';
import { useSearchParams } from 'react-router';
import { ChoiceField } from '../ui/fields.tsx';
import { CountPicture } from './CountPicture.tsx';

const Sprouts = lazy(async () => ({ default: (await import('./Sprouts.tsx')).Sprouts }));

/** Seeds of a picture: how many, how large, or which have sprouted. Nothing is stored. */
export default function Picture() {
  const [search, setSearch] = useSearchParams();
  const towel = search.get('on') === 'towel';
  return (
    <main>
      <h1>Count from a picture</h1>
      <div className="w-form">
        <ChoiceField
          label="what lies there"
          value={towel ? 'towel' : 'sheet'}
          options={[
            ['sheet', 'loose seed on a sheet'],
            ['towel', 'seed on a towel: which have sprouted?'],
          ]}
          onChange={(on) => setSearch(on === 'towel' ? { on } : {})}
        />
      </div>
      {towel ? (
        <Suspense>
          <Sprouts />
        </Suspense>
      ) : (
        <CountPicture />
      )}
    </main>
  );
}
