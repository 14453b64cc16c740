import type { ReactNode } from 'react';
import { Accordion } from 'react-bootstrap';

interface FoldProps {
  title: ReactNode;
  /** How it stands at first. */
  open?: boolean;
  onToggle?: (open: boolean) => void;
  className?: string;
  children: ReactNode;
}

/** What stays folded until somebody asks for it. */
export function Fold({ title, open = false, onToggle, className, children }: FoldProps) {
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
