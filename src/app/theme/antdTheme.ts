import { theme, type ThemeConfig } from 'antd';

export type ThemeName = 'light' | 'dark';

/** The few colours that antd computes with; the same as in base.css, which holds all of them. */
const TOKENS = {
  light: { ink: '#12181b', ink2: '#465055', paper: '#f2f3ee', alarm: '#b0240c' },
  dark: { ink: '#edf1ea', ink2: '#a7b3b4', paper: '#0e1518', alarm: '#ff9076' },
} as const;
const ACCENT = '#ffd23f';
const ACCENT_INK = '#12181b';

/** antd in the drawing's manner: square, flat, ink on paper, the accent for what can be done. */
export function antdTheme(name: ThemeName): ThemeConfig {
  const t = TOKENS[name];
  return {
    // One key for all places that mount antd: with its own it makes and keeps a set of styles for each mount.
    cssVar: { key: `tidal-${name}` },
    // Its styles are a file: see loadKitStyles.
    zeroRuntime: true,
    algorithm: name === 'dark' ? theme.darkAlgorithm : theme.defaultAlgorithm,
    token: {
      colorPrimary: t.ink,
      colorInfo: t.ink,
      colorSuccess: t.ink,
      colorLink: t.ink,
      colorLinkHover: t.ink,
      colorLinkActive: t.ink,
      colorError: t.alarm,
      colorWarning: t.alarm,
      colorBgBase: t.paper,
      colorBgContainer: t.paper,
      colorBgElevated: t.paper,
      colorTextBase: t.ink,
      colorTextSecondary: t.ink2,
      colorTextTertiary: t.ink2,
      colorTextQuaternary: t.ink2,
      colorTextDescription: t.ink2,
      colorIcon: t.ink2,
      colorTextPlaceholder: t.ink2,
      colorBorder: t.ink2,
      borderRadius: 0,
      boxShadow: 'none',
      boxShadowSecondary: `0 0 0 1.5px ${t.ink}`,
      fontFamily: 'inherit',
      fontSize: 13,
      controlHeight: 36,
      controlHeightLG: 44,
      motionDurationMid: '0.16s',
    },
    components: {
      Tabs: { itemSelectedColor: t.paper, itemActiveColor: t.ink, itemHoverColor: t.ink },
      Segmented: { itemSelectedBg: t.ink, itemSelectedColor: t.paper, trackBg: t.paper, trackPadding: 0 },
      Table: { headerSplitColor: 'transparent', cellPaddingBlockSM: 6, rowHoverBg: 'transparent' },
      Button: {
        colorPrimary: ACCENT,
        colorPrimaryHover: ACCENT,
        colorPrimaryActive: ACCENT,
        // Hovered and pressed, what is not the first choice stays ink on paper.
        defaultHoverColor: t.ink,
        defaultHoverBorderColor: t.ink,
        defaultActiveColor: t.ink,
        defaultActiveBorderColor: t.ink,
        textHoverBg: 'transparent',
        primaryColor: ACCENT_INK,
        primaryShadow: 'none',
        defaultShadow: 'none',
      },
    },
  };
}
