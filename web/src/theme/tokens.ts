// The one place for colours, type and spacing. A colour always means the same
// thing, in both themes, and never carries meaning alone.

export type ThemeName = "day" | "headlamp";

interface Palette {
  paper: string; // the page
  sheet: string; // raised a little: ribbon, panels
  ink: string;
  quiet: string; // secondary text, still AA on paper
  line: string; // hairlines
  lineStrong: string;
  primary: string;
  onPrimary: string;
  water: string;
  waterSoft: string;
  flame: string;
  flameSoft: string;
  coffee: string;
  coffeeSoft: string;
  terrain: string;
  warn: string; // cautions
  danger: string;
  good: string;
}

export const palettes: Record<ThemeName, Palette> = {
  day: {
    paper: "#f2f4f0",
    sheet: "#fafbf8",
    ink: "#13201f",
    quiet: "#52605d",
    line: "#d3d9d3",
    lineStrong: "#8b9893",
    primary: "#0e5a5e",
    onPrimary: "#ffffff",
    water: "#1b6596",
    waterSoft: "#cfe0ea",
    flame: "#c2410f",
    flameSoft: "#f0b798",
    coffee: "#6a3d22",
    coffeeSoft: "#e4d5c8",
    terrain: "#e1e5df",
    warn: "#8a5a00",
    danger: "#a61b1b",
    good: "#2c6b3f",
  },
  headlamp: {
    paper: "#0e0805",
    sheet: "#170d08",
    ink: "#f0c39a",
    quiet: "#bd8a62",
    line: "#3a2317",
    lineStrong: "#7a4f35",
    primary: "#e0823a",
    onPrimary: "#160b05",
    water: "#e3b75c",
    waterSoft: "#43310f",
    flame: "#ff5a36",
    flameSoft: "#5c1f10",
    coffee: "#c98a5a",
    coffeeSoft: "#3b2415",
    terrain: "#23140c",
    warn: "#f0a030",
    danger: "#ff7058",
    good: "#d8b060",
  },
};

export const fonts = {
  text: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
  figures: "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace",
};

/** The palette as CSS custom properties, for style sheets and SVG. */
export function cssVariables(name: ThemeName): Record<string, string> {
  const vars: Record<string, string> = {};
  for (const [key, value] of Object.entries(palettes[name])) {
    vars["--" + key.replace(/[A-Z]/g, (c) => "-" + c.toLowerCase())] = value;
  }
  return vars;
}
