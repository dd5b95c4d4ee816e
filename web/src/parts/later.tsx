/**
 * A page whose script is fetched when it is first wanted.
 *
 * React's own `lazy` keeps a page back until the notice before it has stood for 0.3 s; here a
 * drawing is shown as soon as it can be.
 */
import { type ComponentType, type ReactNode, useEffect, useState } from "react";

export type Shown = ComponentType<{ children?: ReactNode }>;

/** A page's script: fetched once, unless that failed, and known from then on. */
export class Later {
  here: Shown | null = null;
  #coming: Promise<Shown> | null = null;
  readonly #fetch: () => Promise<Shown>;

  constructor(fetchPage: () => Promise<Shown>) {
    this.#fetch = fetchPage;
  }

  load(): Promise<Shown> {
    this.#coming ??= this.#fetch().then(
      (page) => {
        this.here = page;
        return page;
      },
      (failure: unknown) => {
        this.#coming = null;
        throw failure;
      },
    );
    return this.#coming;
  }
}

/** Shows a page as soon as its script is there; a script that does not come is the page's trouble. */
export function ShowLater({ page, children }: { page: Later; children?: ReactNode }) {
  const [, setCame] = useState<Shown | null>(() => page.here);
  const [failure, setFailure] = useState<unknown>(null);
  useEffect(() => {
    // Also where the script came after this was drawn and before it was looked for here.
    page.load().then((came) => setCame(() => came), setFailure);
  }, [page]);
  if (failure) throw failure;
  const Here = page.here;
  return Here ? <Here>{children}</Here> : <p className="aside p-4">Opening…</p>;
}
