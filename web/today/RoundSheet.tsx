import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { todayRoutes } from '@mercato/contract/today/routes';
import type { DueLine } from '@mercato/contract/today/today';
import { dishActWords } from '@mercato/contract/today/words';
import { wholeDayOf } from '@mercato/contract/words/days';
import { CLASSES } from '@mercato/core/units/seedCounts';
import { readerNow } from '../api/reader.ts';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { PaperHead } from '../ui/PaperHead.tsx';

type DishDue = Extract<DueLine, { what: 'dishes' }>;

/** The round of today on paper: what is done at each shelf, with a line for every dish. */
export default function RoundSheet() {
  const { data } = useQuery(reading(todayRoutes.today, {}));
  if (!data) return <Busy />;
  const dishes = data.due.filter((one): one is DishDue => one.what === 'dishes');
  const rooms = [...new Set(dishes.map((one) => one.room ?? 'no place'))].sort((a, b) =>
    a.localeCompare(b, 'en', { numeric: true }),
  );
  return (
    <main className="w-text">
      <PaperHead title="Round" codes={[wholeDayOf(data.today, readerNow().order)]} back="/" />
      {rooms.length === 0 && <p>No dish is due today.</p>}
      {rooms.map((room) => (
        <section key={room} className="mt-3">
          <h2 className="fs-5">{room}</h2>
          <Table responsive className="sheet">
            <thead>
              <tr>
                <th>lot</th>
                <th>dish</th>
                {CLASSES.map((one) => (
                  <th key={one}>{one}</th>
                ))}
                <th>seen</th>
              </tr>
            </thead>
            <tbody>
              {dishes
                .filter((one) => (one.room ?? 'no place') === room)
                .flatMap((one) =>
                  one.dishes.map((dish, i) => (
                    <tr key={`${one.key} ${dish}`}>
                      {i === 0 && (
                        <td rowSpan={one.dishes.length}>
                          <b className="fig">{one.reference}</b>
                          <span className="d-block">{one.commonName || one.species}</span>
                          <span className="d-block">{dishActWords(one)}</span>
                        </td>
                      )}
                      <td className="fig">{dish}</td>
                      {CLASSES.map((kind) => (
                        <td key={kind} className="write" />
                      ))}
                      <td className="write" />
                    </tr>
                  )),
                )}
            </tbody>
          </Table>
        </section>
      ))}
      <p className="mt-3">Counted by ______________________</p>
    </main>
  );
}
