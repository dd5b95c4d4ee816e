/** What is shown in place of a page that could not be opened or drawn. */
import { Component, type ReactNode } from "react";

export class Trouble extends Component<{ children: ReactNode }, { says: string | null }> {
  override state = { says: null };

  static getDerivedStateFromError(error: unknown) {
    return { says: error instanceof Error ? error.message : String(error) };
  }

  override render() {
    if (this.state.says === null) return this.props.children;
    return (
      <main className="p-8" role="alert">
        <p className="heading">This page could not be opened</p>
        <p className="aside my-2">
          What was saved is kept, and what was not yet saved waits in this browser. See that Pennant
          runs, then open the page again. ({this.state.says})
        </p>
        <button type="button" className="button" onClick={() => window.location.reload()}>
          Open it again
        </button>
      </main>
    );
  }
}
