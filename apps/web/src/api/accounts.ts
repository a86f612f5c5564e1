/** Accounts, the devices they are signed in on, and invitations. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { get, request } from './client';
import type { AccountsView, AccountView, InvitationView, NewInvitationView } from './contract';
import { keys } from './keys';

export type { AccountView, InvitationView, NewInvitationView };

export const useAccounts = () => useQuery<AccountsView>({ queryKey: keys.accounts, queryFn: () => get('/accounts') });

export const useShopAddress = () => useQuery({ queryKey: keys.shop, queryFn: () => get('/shop') });

export const useInvitation = (code: string) =>
  useQuery({ queryKey: keys.invitation(code), queryFn: () => get('/invitations/{code}', { code }), retry: false });

/** A change of who may come in; the list is asked for anew. */
export function useAccountChange() {
  const client = useQueryClient();
  return async <T>(method: 'POST' | 'DELETE', path: string, body?: object): Promise<T> => {
    const answer = await request<T>(method, path, body);
    await client.invalidateQueries({ queryKey: keys.accounts });
    return answer;
  };
}
