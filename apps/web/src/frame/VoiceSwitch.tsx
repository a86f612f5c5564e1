import { Link } from 'react-router';

const PAGES = [
  ['voice', 'Rounds'],
  ['listen', 'Listen'],
  ['story', 'Story'],
] as const;

/** The pages of voicing: the rounds, the ear, and the whole of it as a story. */
export function VoiceSwitch({ buildId, open }: { buildId: string; open: (typeof PAGES)[number][0] }) {
  return (
    <nav aria-label="Voicing" className="no-print flex">
      {PAGES.map(([path, words]) => (
        <Link
          key={path}
          to={`/builds/${buildId}/${path}`}
          aria-current={path === open ? 'page' : undefined}
          className={`flex min-h-12 items-center px-3 ${path === open ? 'font-bold underline decoration-2 underline-offset-[10px]' : 'text-soft'}`}
        >
          {words}
        </Link>
      ))}
    </nav>
  );
}
