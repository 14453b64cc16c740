import { Pagination } from 'react-bootstrap';

/** Pages beside the one that is shown, with the first and the last. */
const near = (page: number, pages: number): number[] =>
  [...new Set([1, page - 1, page, page + 1, pages])].filter((one) => one >= 1 && one <= pages);

interface PagesProps {
  label: string;
  page: number;
  pages: number;
  turn: (page: number) => void;
}

/** Turns the pages of a list that the server holds; nothing where there is but one. */
export function Pages({ label, page, pages, turn }: PagesProps) {
  if (pages <= 1) return null;
  const shown = near(page, pages);
  return (
    <Pagination aria-label={label} size="sm" className="flex-wrap mt-2">
      <Pagination.Prev disabled={page <= 1} onClick={page > 1 ? () => turn(page - 1) : undefined} />
      {shown.flatMap((one, i) => [
        ...(i > 0 && one > (shown[i - 1] ?? 0) + 1 ? [<Pagination.Ellipsis key={-one} disabled />] : []),
        <Pagination.Item key={one} active={one === page} onClick={() => turn(one)}>
          {one}
        </Pagination.Item>,
      ])}
      <Pagination.Next disabled={page >= pages} onClick={page < pages ? () => turn(page + 1) : undefined} />
    </Pagination>
  );
}
