import type { ThemeConfig } from "antd";

/** Workshop paper and harbour: the same colours as in base.css, for the component library. */
export const theme: ThemeConfig = {
  zeroRuntime: true,
  // One name for all pages: else every place of a page that renders a component brings its own copy of the same values.
  cssVar: { key: "gull" },
  token: {
    colorPrimary: "#14525F",
    colorText: "#1D2A30",
    colorError: "#C23B22",
    colorWarning: "#8A6400",
    colorSuccess: "#3F7A4E",
    colorBgContainer: "#FFFFFF",
    // Grey letters that can be read on white (WCAG 2.2, 4.5 to 1).
    colorTextPlaceholder: "#6A757A",
    colorTextQuaternary: "#6A757A",
    colorTextTertiary: "#5F7079",
    colorBorder: "#B9C0BD",
    borderRadius: 6,
    controlHeight: 40,
    fontSize: 15,
    fontFamily: "var(--font-text), sans-serif",
    motion: false,
  },
  components: { Segmented: { trackBg: "#E4E1D7", itemSelectedBg: "#FFFFFF" } },
};
