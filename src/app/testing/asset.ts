/** Stands for a style sheet or the address of a font: jsdom neither draws nor fetches. */
export default 'asset';
