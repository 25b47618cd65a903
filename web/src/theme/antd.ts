import { theme, type ThemeConfig } from "antd";
import { fonts, palettes, type ThemeName } from "./tokens";

/** antd's theme, made from our tokens. */
export function antdTheme(name: ThemeName): ThemeConfig {
  const p = palettes[name];
  return {
    algorithm: name === "day" ? theme.defaultAlgorithm : theme.darkAlgorithm,
    token: {
      colorPrimary: p.primary,
      colorInfo: p.primary,
      colorLink: p.primary,
      colorSuccess: p.good,
      colorWarning: p.warn,
      colorError: p.danger,
      colorTextBase: p.ink,
      colorBgBase: p.paper,
      colorBgContainer: p.sheet,
      colorBgElevated: p.sheet,
      colorBorder: p.lineStrong,
      colorBorderSecondary: p.line,
      colorTextDescription: p.quiet,
      colorTextPlaceholder: p.quiet,
      colorTextLightSolid: p.onPrimary,
      fontFamily: fonts.text,
      fontSize: 16,
      fontSizeSM: 13,
      fontSizeLG: 16,
      fontSizeXL: 20,
      fontSizeHeading5: 16,
      fontSizeIcon: 13,
      borderRadius: 3,
      controlHeight: 32,
      wireframe: true,
      boxShadow: "none",
      boxShadowSecondary: `0 0 0 1px ${p.line}`,
      motion: false,
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", fontWeight: 600, primaryColor: p.onPrimary },
      Segmented: { itemSelectedBg: p.primary, itemSelectedColor: p.onPrimary, trackBg: p.terrain },
      Select: { optionSelectedBg: p.terrain },
      Slider: { trackBg: p.primary, railBg: p.line, handleColor: p.primary },
    },
  };
}
