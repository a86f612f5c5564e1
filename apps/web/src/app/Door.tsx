import { lazy, Suspense, useEffect, useState } from 'react';
import { Outlet } from 'react-router';
import { useAway } from '../api/away';
import { useSignIn, type SignInView } from '../api/sign-in';
import { Dialog } from '../ui';
import { setPreferences, usePreferences } from '../ui/preferences';

const SignInPage = lazy(async () => ({ default: (await import('../pages/people/SignInPage')).SignInPage }));
const SignInForm = lazy(async () => ({ default: (await import('../pages/people/SignInForm')).SignInForm }));

/** Where the bench has accounts, only who is signed in gets further; who was in keeps the page, and all typed there. */
export function Door() {
  const { data, isError } = useSignIn();
  const isAway = useAway() !== null;
  const [wasIn, setWasIn] = useState(false);
  usePersonOf(data);
  if (!data && !isError) return <p className="p-8 text-soft">Opening the bench …</p>;
  const isIn = !data?.accounts || data.signedIn !== null || isAway;
  if (isIn && !wasIn) setWasIn(true);
  if (!isIn && !wasIn)
    return (
      <Suspense fallback={null}>
        <SignInPage workshop={data.workshop} />
      </Suspense>
    );
  return (
    <>
      <Outlet />
      <Dialog title="Sign in again" open={!isIn} onClose={() => undefined}>
        <Suspense fallback={null}>
          <p className="mb-4 text-soft">
            This device was signed out. The page stays as it is, with all that was typed.
          </p>
          <SignInForm />
        </Suspense>
      </Dialog>
    </>
  );
}

/** Readings are kept under who is signed in; on the shop's own tablet whoever stands at it says so. */
function usePersonOf(data: SignInView | undefined): void {
  const { person } = usePreferences();
  const name = data?.signedIn && !data.signedIn.shared ? data.signedIn.name : null;
  useEffect(() => {
    if (name !== null && name !== person) setPreferences({ person: name });
  }, [name, person]);
}
