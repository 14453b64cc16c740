import type { JSX, ReactNode } from 'react';
import { Accordion } from 'react-bootstrap';

/** What stays folded until somebody asks for it. */
export function Fold({
  title,
  open = false,
  onToggle,
  className,
  children,
}: {
  title: ReactNode;
  /** How it stands at first. */
  open?: boolean;
  onToggle?: (open: boolean) => void;
  className?: string;
  children: ReactNode;
}): JSX.Element {
  return (
    <Accordion
      flush
      className={className}
      {...(open ? { defaultActiveKey: 'it' } : {})}
      onSelect={(key) => onToggle?.(key === 'it')}
    >
      <Accordion.Item eventKey="it">
        <Accordion.Header as="div">{title}</Accordion.Header>
        <Accordion.Body>{children}</Accordion.Body>
      </Accordion.Item>
    </Accordion>
  );
}
