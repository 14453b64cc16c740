import { useQuery } from '@tanstack/react-query';
import { useParams } from 'react-router';
import { ruleBookRoutes } from '@mercato/contract/rule-books/routes';
import { TABLE_SHAPES } from '@mercato/core/rule-books/tableShapes';
import { linkTo, reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Browse } from './Browse.tsx';
import { RowsTable } from './RowsTable.tsx';

/** An issued edition to read: by table, by kind, and as files. */
export default function Edition() {
  const { edition = '' } = useParams();
  const { data, error } = useQuery(reading(ruleBookRoutes.about, { edition }));
  if (!data) return <Busy error={error} back={['/rules', 'the rule books']} />;
  const { content } = data;
  return (
    <Browse
      content={content}
      head={
        <>
          <h1>{data.name}</h1>
          <p className="soft">
            {data.origin === 'shipped' ? 'shipped with Mercato' : `issued by ${data.by ?? ''}`}
            {data.basedOn && `, from ${data.basedOn}`} ·{' '}
            {data.inUse ? 'current' : data.retired ? 'retired' : 'not current'} ·{' '}
            <a href={linkTo(ruleBookRoutes.editionFile, { edition: data.id })} download={`${data.name}.json`}>
              as JSON
            </a>
          </p>
        </>
      }
      tableView={(name) => {
        const table = content.tables[name];
        return (
          table && (
            <>
              <h2>
                {TABLE_SHAPES[content.book][name]?.title}{' '}
                <a
                  className="soft small"
                  href={linkTo(ruleBookRoutes.table, { edition: data.id, table: `${name}.csv` })}
                  download={`${name}.csv`}
                >
                  as CSV
                </a>
              </h2>
              <RowsTable key={name} book={content.book} name={name} table={table} />
            </>
          )
        );
      }}
    />
  );
}
