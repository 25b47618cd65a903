import { lazy, useState, type ComponentType } from "react";

/** A component that is fetched when it is first shown, or before. */
export interface Fetched<P extends object> {
  (props: P): React.ReactNode;
  /** Fetches it now: shown afterwards, it is there at once. */
  preload: () => Promise<unknown>;
}

/**
 * A component that is fetched when it is first shown. One that was fetched before is shown without a fallback:
 * a fallback, once shown, stays for a third of a second whatever comes.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): Fetched<P> {
  let here: ComponentType<P> | undefined;
  const get = async () => (here = await load());
  const Lazy = lazy(async () => ({ default: await get() }));
  const Later = (props: P) => {
    // It stays what it was when it was first shown, and so does its state.
    const [View] = useState<ComponentType<P>>(() => here ?? (Lazy as unknown as ComponentType<P>));
    return <View {...props} />;
  };
  return Object.assign(Later, { preload: get });
}

/** The same, and the component library with it: the frame and the route do without. */
export const fetched = <P extends object>(load: () => Promise<ComponentType<P>>): Fetched<P> =>
  later(async () => {
    const [View, { Library }] = await Promise.all([load(), import("../theme/Library")]);
    return (props: P) => (
      <Library>
        <View {...props} />
      </Library>
    );
  });
