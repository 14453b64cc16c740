import type { ReactNode } from 'react';
import { Alert } from 'react-bootstrap';

/** Something to be read before going on: what went wrong, or what is to be known. */
export function Notice({
  bad = false,
  role = bad ? 'alert' : 'status',
  onClose,
  className,
  children,
}: {
  /** It went wrong, or must not be. */
  bad?: boolean;
  /** How it is told to somebody who cannot see it; `note` = where it stands, and not before. */
  role?: 'alert' | 'status' | 'note';
  onClose?: () => void;
  className?: string | undefined;
  children: ReactNode;
}) {
  return (
    <Alert
      variant={bad ? 'danger' : 'warning'}
      // Without it the role would go to the transition.
      transition={false}
      role={role}
      dismissible={onClose !== undefined}
      closeLabel="close"
      className={className}
      {...(onClose ? { onClose } : {})}
    >
      {children}
    </Alert>
  );
}
