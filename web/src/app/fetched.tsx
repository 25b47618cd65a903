import { lazy, type ComponentType } from "react";

/**
 * A component that is fetched when it is first shown, and the component library with it: the frame and the
 * route do without.
 */
export const fetched = <P extends object>(load: () => Promise<ComponentType<P>>) =>
  lazy(async () => {
    const [View, { Library }] = await Promise.all([load(), import("../theme/Library")]);
    return {
      default: (props: P) => (
        <Library>
          <View {...props} />
        </Library>
      ),
    };
  });
