import styles from './kitStyles.css?url';

let loading: Promise<void> | undefined;

/**
 * Loads the kit's own styles, once, before the page's: those alter them. The kit could make them as its parts come and
 * go, but that took more time than drawing what they are for.
 * @returns when they are there; also where they cannot be loaded, since what is built of them works without
 */
export function loadKitStyles(): Promise<void> {
  loading ??= new Promise((done) => {
    const link = document.createElement('link');
    link.rel = 'stylesheet';
    link.href = styles;
    link.onload = link.onerror = () => done();
    document.head.prepend(link);
    // Where nothing draws, nothing is loaded.
    if (!link.sheet && navigator.userAgent.includes('jsdom')) done();
  });
  return loading;
}
