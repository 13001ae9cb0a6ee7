import { createElement } from 'react';
import { renderToString } from 'react-dom/server';
import type { Plugin } from 'vite';
import { FirstPage } from './FirstPage';

const ROOT = '<div id="root">';
/** The letters that the first words are set in, as the build names the file. */
const FIRST_LETTERS = /encode-sans-latin-wdth-normal-.*\.woff2$/;

/**
 * Writes what stands there before the app has loaded into the page, from the component that the app draws too. Asks for
 * its letters at once, else they are asked for when the styles have been read.
 */
export const writeIntoPage = {
  name: 'write-into-page',
  transformIndexHtml: {
    order: 'post',
    handler: (html, { bundle = {} }) => ({
      html: html.replace(ROOT, () => ROOT + renderToString(createElement(FirstPage))),
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
