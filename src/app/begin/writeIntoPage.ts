import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Plugin } from 'vite';
import { BeforeAnswer } from './BeforeAnswer';

const ROOT = '<div id="root">';

/** Writes what stands there before the app has loaded into the page, from the component that the app draws too. */
export const writeIntoPage: Plugin = {
  name: 'write-into-page',
  transformIndexHtml: (html) => html.replace(ROOT, () => ROOT + renderToStaticMarkup(createElement(BeforeAnswer))),
};
