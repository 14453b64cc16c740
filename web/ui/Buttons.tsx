import { Button, type ButtonProps } from 'react-bootstrap';

/** An act that is not the main one of its page. */
export const Quiet = (props: ButtonProps) => <Button variant="outline-primary" {...props} />;
/** One that stands in a line or beside a field. */
export const Small = (props: ButtonProps) => <Button size="sm" variant="outline-primary" {...props} />;
/** One in the middle of words. */
export const Inline = (props: ButtonProps) => <Button variant="link" {...props} />;
