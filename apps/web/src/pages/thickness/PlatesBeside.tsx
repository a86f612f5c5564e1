import { ChevronLeft, ChevronRight } from 'lucide-react';
import { Link, useNavigate } from 'react-router';
import { useBuilds } from '../../api/hooks';
import type { Build } from '../../api/types';
import { useShortcuts } from '../../ui/shortcuts';
import { besideOf } from './view-model';

/** From one plate that is being thinned to the next, on the same leaf of the slip. */
export function PlatesBeside({ build, leaf }: { build: Build; leaf: string }) {
  const navigate = useNavigate();
  const { before, after } = besideOf(build, useBuilds().data ?? []);
  const pathOf = ({ id }: { id: string }) => `/builds/${id}/thickness?slip=${leaf}`;
  const go = (to: { id: string } | null) => () => void (to && navigate(pathOf(to)));
  useShortcuts([
    { key: 'PageDown', shown: 'Page down', label: 'Next plate that is being thinned', run: go(after) },
    { key: 'PageUp', shown: 'Page up', label: 'Plate before', run: go(before) },
  ]);
  if (!before && !after) return null;
  const look = 'flex min-h-12 items-center px-1 text-soft hover:text-ink';
  return (
    <nav aria-label="Other plates being thinned" className="no-print ml-auto flex items-center gap-3">
      {before && (
        <Link className={look} to={pathOf(before)}>
          <ChevronLeft aria-hidden size={18} /> No. {before.number}
        </Link>
      )}
      <Link className={look} to="/thinning">
        all plates
      </Link>
      {after && (
        <Link className={look} to={pathOf(after)}>
          No. {after.number} <ChevronRight aria-hidden size={18} />
        </Link>
      )}
    </nav>
  );
}
