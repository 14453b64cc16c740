import { Component, type ReactNode } from 'react';
import { Inline } from './Buttons.tsx';

interface Props {
  /** The path of the page. */
  readonly at: string;
  readonly children: ReactNode;
}
interface State {
  readonly fallen: boolean;
  readonly at: string;
}

/** Catches a page that cannot be drawn, most often because its code could not be fetched, so that the frame around it stays. */
export class PageFault extends Component<Props, State> {
  override state: State = { fallen: false, at: this.props.at };

  static getDerivedStateFromError(): Partial<State> {
    return { fallen: true };
  }

  /** Another page is another try. */
  static getDerivedStateFromProps({ at }: Props, state: State): Partial<State> | null {
    return at === state.at ? null : { fallen: false, at };
  }

  override render(): ReactNode {
    if (!this.state.fallen) return this.props.children;
    return (
      <main role="alert">
        <h1>This page could not be shown</h1>
        <p>
          Its code may not have reached this machine. What you entered is saved, here or on the server.{' '}
          <Inline onClick={() => location.reload()}>load it again</Inline>
        </p>
      </main>
    );
  }
}
