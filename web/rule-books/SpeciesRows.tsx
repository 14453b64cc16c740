import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { kindRoutes } from '@mercato/contract/register/routes';
import type { EditionContent } from '@mercato/core/rule-books/edition';
import { TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { reading } from '../api/routes.ts';
import { Trust } from './Trust.tsx';

/** What an edition says of the kinds that match, table by table, each row with its provenance. */
export function SpeciesRows({ content, sought }: { content: EditionContent; sought: string }) {
  const { data } = useQuery({ ...reading(kindRoutes.list, {}, { q: sought }), staleTime: Infinity });
  if (!data) return <p className="soft">looking …</p>;
  const kinds = data.kinds.slice(0, 6);
  if (kinds.length === 0) return <p className="soft">No kind is called “{sought}”.</p>;
  return (
    <>
      {kinds.map((kind) => (
        <section key={kind.species} className="mt-4">
          <h2>
            <i>{kind.species}</i>, {kind.commonNames[0]}
          </h2>
          <p className="soft">
            {[
              kind.family,
              kind.commonNames.slice(1).join(', '),
              kind.synonyms.length > 0 ? `also ${kind.synonyms.join(', ')}` : '',
              kind.chaffy ? 'chaffy' : 'not chaffy',
              kind.thousandSeedWeightG
                ? `a thousand seeds weigh ${kind.thousandSeedWeightG.low} to ${kind.thousandSeedWeightG.high} g`
                : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
          <Found content={content} species={kind.species} />
        </section>
      ))}
      {data.kinds.length > kinds.length && <p className="soft">… and {data.kinds.length - kinds.length} more.</p>}
    </>
  );
}

function Found({ content, species }: { content: EditionContent; species: string }) {
  const genus = `${species.split(' ')[0] ?? ''} spp.`;
  const names = (cell: string) =>
    cell.split(/[;/]/).some((part) => [species, genus].includes(part.trim()) || part.trim().startsWith(`${species} `));
  const found = Object.entries(TABLE_SHAPES[content.book]).flatMap(([table, shape]) => {
    const { species: column } = shape;
    const rows = content.tables[table];
    if (!column || !rows) return [];
    return rows.rows.filter((row) => names(row[column] ?? '')).map((row) => ({ table, shape, rows, row }));
  });
  if (found.length === 0) return <p className="outside">This edition does not know it.</p>;
  return (
    <Table className="w-text">
      <tbody>
        {found.map(({ table, shape, rows, row }, i) => (
          <tr key={`${table} ${i}`}>
            <td className="c-4">
              {shape.title}
              <div className="soft small">
                <Trust row={row} table={rows} />
              </div>
            </td>
            <td>
              {shape.columns
                .filter((column) => column.name !== shape.species && row[column.name])
                .map((column) => (
                  <span key={column.name} className="d-inline-block me-4">
                    <span className="soft">{column.says}</span>{' '}
                    <span className="fig">{(row[column.name] ?? '').replaceAll('<=>', '/').replaceAll(';', ', ')}</span>
                  </span>
                ))}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
