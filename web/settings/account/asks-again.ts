import { queryClient } from '../../base/api.ts';

/** What is shown of one's own account is asked for anew. */
export const asksAgain = (): Promise<unknown> => queryClient.invalidateQueries({ queryKey: ['account'] });
