import { createElement } from 'react';
import { renderToString } from 'react-dom/server';
import type { Plugin } from 'vite';
import { FirstPage } from './FirstPage';

const ROOT = '<div id="root">';
/** The letters that the first words are set in, as the build names the file. */
const FIRST_LETTERS = /encode-sans-latin-wdth-normal-.*\.woff2$/;
/** The build's hints for each piece of the first script. */
const SCRIPT_HINTS = /\s*<link rel="modulepreload"[^>]*>/g;

/**
 * Writes what stands there before the app has loaded into the page, from the component that the app draws too. Asks for
 * its letters at once, else they are asked for when the styles have been read; and not for thirty pieces of script
 * beside them, which hold up the first picture and bring the app no sooner.
 */
export const writeIntoPage = {
  name: 'write-into-page',
  transformIndexHtml: {
    order: 'post',
    handler: (html, { bundle = {} }) => ({
      html: html.replace(SCRIPT_HINTS, '').replace(ROOT, () => ROOT + renderToString(createElement(FirstPage))),
      tags: Object.keys(bundle)
        .filter((file) => FIRST_LETTERS.test(file))
        .map((file) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', crossorigin: '', href: `/${file}` },
          injectTo: 'head-prepend' as const,
        })),
    }),
  },
} as const satisfies Plugin;
