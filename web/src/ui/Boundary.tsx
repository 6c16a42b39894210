import { Component, type ReactNode } from "react";

interface BoundaryProps {
  /** What is shown when something inside fails; ``again`` tries it anew. */
  broken: (again: () => void) => ReactNode;
  children: ReactNode;
}

/** Holds a failure to the part of the screen it happens in. */
export class Boundary extends Component<BoundaryProps, { failed: boolean }> {
  override state = { failed: false };

  static getDerivedStateFromError() {
    return { failed: true };
  }

  override render() {
    if (!this.state.failed) return this.props.children;
    return this.props.broken(() => {
      this.setState({ failed: false });
    });
  }
}
