// The last resort: says what happened and how to go on.
import { useQueryErrorResetBoundary } from "@tanstack/react-query";
import { Component, type ReactNode } from "react";

export function ErrorBoundary({ children }: { children: ReactNode }) {
  const { reset } = useQueryErrorResetBoundary();
  return <Catcher reset={reset}>{children}</Catcher>;
}

class Catcher extends Component<{ reset: () => void; children: ReactNode }, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override render() {
    if (!this.state.error) return this.props.children;
    return (
      <div className="waiting" role="alert">
        <p>{this.state.error.message.replace(/[.!]?$/, ".")} Nothing you saved is lost.</p>
        <button type="button" className="do" onClick={() => {
          this.props.reset();
          this.setState({ error: null });
        }}>Try again</button>
      </div>
    );
  }
}
