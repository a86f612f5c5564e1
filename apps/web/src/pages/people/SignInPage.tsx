import { Command } from './Command';
import { SignInForm } from './SignInForm';

/** Before the bench is seen. */
export function SignInPage({ workshop }: { workshop: string }) {
  return (
    <main className="mx-auto w-full max-w-md px-5 py-10">
      <h1 className="mb-1 text-head font-bold">{workshop}</h1>
      <p className="mb-6 text-soft">Who has an account signs in. All others ask the owner for an invitation.</p>
      <SignInForm />
      <p className="mt-8 text-note text-soft">
        Forgotten the password? An owner makes an invitation in your name, and you set a new one. On the bench’s own
        machine <Command>npm run invite</Command> makes one for an owner.
      </p>
    </main>
  );
}
