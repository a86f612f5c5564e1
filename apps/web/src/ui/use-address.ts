import { useSearchParams } from 'react-router';

/** What the page's address says after its path, and how to change it: null takes a name out; nothing is added to the history. */
export function useAddress<Name extends string>() {
  const [params, setParams] = useSearchParams();
  const set = (change: Partial<Record<Name, string | null>>) =>
    setParams(
      (old) => {
        for (const [name, value] of Object.entries<string | null | undefined>(change)) {
          if (value === null || value === undefined) old.delete(name);
          else old.set(name, value);
        }
        return old;
      },
      { replace: true },
    );
  return { params, set };
}
