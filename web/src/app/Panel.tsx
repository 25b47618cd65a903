import { Drawer, type DrawerProps } from "antd";
import { useSyncExternalStore } from "react";

const narrow = window.matchMedia("(max-width: 700px)");
const watch = (then: () => void) => {
  narrow.addEventListener("change", then);
  return () => narrow.removeEventListener("change", then);
};

/** A panel at the side of the page; where that is narrow, a sheet that comes up from its foot. */
export function Panel({
  size = 400,
  placement = "right",
  ...props
}: Omit<DrawerProps, "mask"> & { size?: number }) {
  const low = useSyncExternalStore(watch, () => narrow.matches);
  return (
    <Drawer
      {...props}
      mask={false}
      placement={low ? "bottom" : placement}
      size={low ? "86%" : size}
      rootClassName={low ? "sheet-panel" : undefined}
    />
  );
}
