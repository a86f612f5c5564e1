import { Component, type ReactNode } from 'react';
import { Button } from '.';

interface Props {
  /** What is shown here, in words, such as "This leaf". */
  what: string;
  /** Another of these is another thing: it is shown whatever became of the one before. */
  of?: string;
  children: ReactNode;
}

/** One part of a page: what breaks in it leaves the rest, and all that was typed there, as it is. */
export class PanelBoundary extends Component<Props, { failure: Error | null }> {
  override state: { failure: Error | null } = { failure: null };

  static getDerivedStateFromError(failure: Error) {
    return { failure };
  }

  override componentDidUpdate({ of }: Props) {
    if (this.state.failure && of !== this.props.of) this.setState({ failure: null });
  }

  override render() {
    const { failure } = this.state;
    if (!failure) return this.props.children;
    return (
      <div role="alert" className="space-y-2 border-l-4 border-ember p-3">
        <p className="font-medium text-ember-ink">{this.props.what} could not be shown.</p>
        <p className="text-soft">{failure.message}. What was kept is kept, and the rest of the page goes on.</p>
        <Button onClick={() => this.setState({ failure: null })}>Try again</Button>
      </div>
    );
  }
}
