import { Button, Stack } from 'react-bootstrap';
import { Link } from 'react-router';

interface PaperHeadProps {
  title: string;
  codes: readonly string[];
  back: string;
}

/** The head of a sheet for the bench: what it is, of which lot and sample; on the screen also how it is printed. */
export function PaperHead({ title, codes, back }: PaperHeadProps) {
  return (
    <>
      <Stack direction="horizontal" gap={3} className="actions">
        <Button onClick={() => window.print()}>Print</Button>
        <Link to={back}>back</Link>
      </Stack>
      <h1>
        {title}{' '}
        {codes.filter(Boolean).map((code) => (
          <span key={code} className="fig">
            {code}{' '}
          </span>
        ))}
      </h1>
    </>
  );
}
