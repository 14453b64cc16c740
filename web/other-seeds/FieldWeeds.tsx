import { useQuery } from '@tanstack/react-query';
import { Form, Table } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { atMostOf, threeFigures } from '@mercato/core/other-seeds/noneFound';
import { ratePerMass } from '@mercato/core/other-seeds/ratePerMass';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Frame } from '../ui/fields.tsx';

/** Largest disc, px; its area stands for the highest rate of the picture. */
const LARGEST = 26;

/** What weeds come from which field, harvest by harvest: one row a species, a disc as large as its rate. */
export default function FieldWeeds() {
  const [search, setSearch] = useSearchParams();
  const field = search.get('field') ?? '';
  const { data } = useQuery({
    ...reading(otherSeedsRoutes.fieldWeeds, {}, { field }),
    placeholderData: (before) => before,
  });
  if (!data) return <Busy />;
  const seasons = [...data.seasons].sort((a, b) => a.harvestYear - b.harvestYear).filter((one) => one.examinedG > 0);
  const names = [...new Set(seasons.flatMap((one) => one.species.map(({ name }) => name)))];
  const rateOf = (name: string, season: (typeof seasons)[number]) =>
    ratePerMass(season.species.find((one) => one.name === name)?.seeds ?? 0, season.examinedG, 0.95).perKg;
  const total = (name: string) => seasons.reduce((sum, one) => sum + rateOf(name, one).estimate, 0);
  const sorted = names.sort((a, b) => total(b) - total(a) || a.localeCompare(b));
  const highest = Math.max(0, ...seasons.flatMap((one) => sorted.map((name) => rateOf(name, one).estimate)));
  return (
    <main className="w-wide">
      <h1>What grew in the field</h1>
      <p className="soft">
        Other seeds found in the lots of a field, per kg searched. The area of a disc is its rate; a ring means that the
        field was searched and nothing of the species was found, and the figure beside it how many per kg at most may
        still have been there (95 % confidence).
      </p>
      <div className="fields">
        <Frame id="field" label="field">
          <Form.Select
            id="field"
            value={field}
            onChange={(event) => setSearch(event.target.value ? { field: event.target.value } : {}, { replace: true })}
          >
            <option value="">choose one</option>
            {data.fields.map((one) => (
              <option key={one.field} value={one.field}>
                {one.field}, {one.lots} {one.lots === 1 ? 'lot' : 'lots'} searched
              </option>
            ))}
          </Form.Select>
        </Frame>
      </div>
      {field !== '' && seasons.length === 0 && <p>No lot of this field was searched yet.</p>}
      {seasons.length > 0 && (
        <div className="scroll">
          <Table className="w-auto">
            <thead>
              <tr>
                <th>species</th>
                {seasons.map((one) => (
                  <th key={one.harvestYear}>
                    harvest {one.harvestYear}
                    <div className="soft">
                      {one.lots} {one.lots === 1 ? 'lot' : 'lots'}, {Number(one.examinedG.toFixed(2))} g
                    </div>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sorted.map((name) => (
                <tr key={name}>
                  <td>
                    <i className="species">{name}</i>
                  </td>
                  {seasons.map((one) => {
                    const rate = rateOf(name, one);
                    return (
                      <td key={one.harvestYear}>
                        <Disc share={highest === 0 ? 0 : rate.estimate / highest} />{' '}
                        {rate.estimate === 0 ? (
                          <span className="soft">none; at most {threeFigures(atMostOf(one.examinedG).perKg)}</span>
                        ) : (
                          <span className="fig">{threeFigures(rate.estimate)}</span>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
              {sorted.length === 0 && (
                <tr>
                  <td colSpan={seasons.length + 1}>Nothing was found in any of its lots.</td>
                </tr>
              )}
            </tbody>
          </Table>
        </div>
      )}
    </main>
  );
}

function Disc({ share }: { share: number }) {
  const radius = share === 0 ? 3 : Math.max(1.5, (LARGEST / 2) * Math.sqrt(share));
  return (
    <svg width={LARGEST} height={LARGEST} viewBox={`0 0 ${LARGEST} ${LARGEST}`} aria-hidden="true">
      <circle
        cx={LARGEST / 2}
        cy={LARGEST / 2}
        r={radius}
        fill={share === 0 ? 'none' : 'var(--abnormal)'}
        stroke={share === 0 ? 'var(--ink-soft)' : 'none'}
      />
    </svg>
  );
}
