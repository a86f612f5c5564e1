import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { aBuild, serve } from '../../test/test-bench';
import { useRuleFacts } from './use-rule-facts';

describe('what bears on how thin', () => {
  it('is the same object while it says the same, or the plate would be pictured without end', async () => {
    const build = aBuild();
    serve({ 'GET /builds': [build], 'GET /builds/b/checks': [] });
    const client = new QueryClient();
    const wrapper = ({ children }: { children: ReactNode }) => (
      <QueryClientProvider client={client}>{children}</QueryClientProvider>
    );
    const { result, rerender } = renderHook(() => useRuleFacts(build), { wrapper });
    await waitFor(() => expect(result.current.ready).toBe(true));
    const first = result.current;
    rerender();
    expect(result.current).toBe(first);
  });
});
