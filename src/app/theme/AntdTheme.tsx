import { usePreferences } from '../state/preferences';
import { ConfigProvider, type ThemeConfig } from 'antd';
import type { ReactNode } from 'react';
import { antdTheme, type ThemeName } from './antdTheme';

/** Made once: the kit keeps what it computes by the object. */
const made: Partial<Record<ThemeName, ThemeConfig>> = {};
const NO_WAVE = { disabled: true };

/** Puts antd in the drawing's manner, around each piece of the page that is built of it. */
export function AntdTheme({ children }: { readonly children: ReactNode }) {
  const name = usePreferences((w) => w.theme);
  return (
    <ConfigProvider theme={(made[name] ??= antdTheme(name))} wave={NO_WAVE}>
      {children}
    </ConfigProvider>
  );
}
