import { QueryClient } from '@tanstack/react-query';

/** What was asked of the workers and what they answered. */
export const queries = new QueryClient({
  defaultOptions: { queries: { refetchOnWindowFocus: false, refetchOnReconnect: false, networkMode: 'always' } },
});
