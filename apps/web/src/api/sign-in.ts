/** Who is signed in on this device, where the bench has accounts. */
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { outbox } from './bench-outbox';
import { get, hearSignedOut, request } from './client';
import type { SignInView } from './contract';
import { forgetAnswers } from './kept-answers';
import { keys } from './keys';

export type { SignInView };

/** As it was last, away from the server. */
export const useSignIn = () =>
  useQuery({ queryKey: keys.signIn, queryFn: () => get('/sign-in'), staleTime: Infinity, gcTime: Infinity });

/** Call once: whatever finds that nobody is signed in any more has it asked anew. */
export function watchSignIn(client: QueryClient): void {
  hearSignedOut(() => void client.invalidateQueries({ queryKey: keys.signIn }));
}

/** What the door's routes answer: what waited goes on, and what could not be seen is asked for again. */
export function useEntering() {
  const client = useQueryClient();
  return async (path: string, body: object): Promise<void> => {
    client.setQueryData(keys.signIn, await request<SignInView>('POST', path, body));
    outbox.retry();
    await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== keys.signIn[0] });
  };
}

/** What this device saw goes with it; what it entered and was not sent yet stays until somebody signs in. */
export async function leave(): Promise<void> {
  await request<SignInView>('DELETE', '/sign-in');
  await forgetAnswers();
}
