import { useSignIn } from '../../api/sign-in';
import { PersonMenu, ThemeMenu } from '../../frame/BenchMenus';
import { HomeLink } from '../../frame/Shell';
import { Waiting } from '../../frame/Waiting';
import { Loading } from '../../ui/Loading';
import { AccountsList } from './AccountsList';
import { BenchName } from './BenchName';
import { FirstAccount } from './FirstAccount';
import { Invitations } from './Invitations';
import { OwnPassword } from './OwnPassword';
import { ShopAddress } from './ShopAddress';

/** Who may come in, from where, and by what; at first nobody but the bench's own machine. */
export function PeoplePage() {
  const signIn = useSignIn();
  if (!signIn.data) return <Loading queries={[signIn]} what="who may come in" />;
  const { accounts, signedIn } = signIn.data;
  return (
    <div className="flex min-h-full flex-col">
      <Waiting />
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title="People and devices" />
        <div className="ml-auto flex items-center gap-1">
          <ThemeMenu />
          <PersonMenu />
        </div>
      </header>
      <main className="mx-auto grid w-full max-w-6xl gap-x-10 gap-y-6 px-5 py-5 lg:grid-cols-2">
        {!accounts || !signedIn ? (
          <>
            <FirstAccount />
            <div className="space-y-6">
              <ShopAddress hasOwner={false} />
              <BenchName />
            </div>
          </>
        ) : (
          <>
            <AccountsList own={signedIn} />
            <div className="space-y-6">
              {signedIn.role === 'owner' && <Invitations />}
              <ShopAddress hasOwner />
              {signedIn.role === 'owner' && <BenchName />}
              <OwnPassword />
            </div>
          </>
        )}
      </main>
    </div>
  );
}
