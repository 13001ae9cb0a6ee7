/** Lines of a table that are drawn at once; the others are a page further. */
const LINES = 50;

/** How the bench's tables show long lists: a browser takes seconds for hundreds of rows with fields. */
export const LONG_LIST = { pageSize: LINES, hideOnSinglePage: true, showSizeChanger: false } as const;
