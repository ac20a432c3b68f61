import { Component } from 'react';
import type { ReactNode } from 'react';
import { Blank } from './Blank.tsx';
import { Button } from './Button.tsx';
import { say } from '../words/en/ui.ts';

interface PartBoundaryProps {
  /** What stands here, as people call it: `The folder`. */
  readonly what: string;
  readonly children: ReactNode;
}

interface PartBoundaryState {
  readonly failed: boolean;
}

/** A fault in one part of a view stays in that part: what stands around it, and what is being written there, goes on. */
export class PartBoundary extends Component<PartBoundaryProps, PartBoundaryState> {
  override state: PartBoundaryState = { failed: false };

  static getDerivedStateFromError(): PartBoundaryState {
    return { failed: true };
  }

  override render(): ReactNode {
    if (!this.state.failed) return this.props.children;
    return (
      <Blank title={say.couldNotBeShown(this.props.what)}>
        <p role="alert">{say.theRestOfThePage}</p>
        <Button
          onClick={() => {
            this.setState({ failed: false });
          }}
        >
          {say.tryAgain}
        </Button>
      </Blank>
    );
  }
}
