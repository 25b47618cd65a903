import { ConfigProvider } from "antd";
import type { ReactNode } from "react";
import { useSettings } from "../app/settings";
import { antdTheme } from "./antd";

const nonce = document.querySelector<HTMLMetaElement>("meta[name=csp-nonce]")?.content ?? "";

/** The component library in our colours, for who uses it. */
export function Library({ children }: { children: ReactNode }) {
  const { theme } = useSettings();
  return (
    <ConfigProvider theme={antdTheme(theme)} csp={{ nonce }} wave={{ disabled: true }}>
      {children}
    </ConfigProvider>
  );
}
