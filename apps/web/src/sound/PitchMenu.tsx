import { Music } from 'lucide-react';
import { useEffect, useState } from 'react';
import { setPreferences, usePreferences } from '../shell/preferences';
import { Menu, MenuHeading, MenuItem } from '../ui';

const PITCHES = [
  ['note', 'notes and cents'],
  ['hertz', 'hertz'],
  ['none', 'no names: alive or dull'],
] as const;
const SPELLINGS = [
  ['sharp', 'sharps'],
  ['flat', 'flats'],
] as const;
const A4S = [432, 438, 440, 442, 443];
const BEATS = [3, 5, 8, 12];

/** How pitches are said here, and which microphone listens. */
export function PitchMenu() {
  const choice = usePreferences();
  const microphones = useMicrophones();
  return (
    <Menu
      label="How pitches are said"
      trigger={
        <>
          <Music aria-hidden size={20} />
          <span>{choice.pitch === 'note' ? `A = ${choice.a4}` : choice.pitch === 'hertz' ? 'Hz' : 'no names'}</span>
        </>
      }
    >
      <MenuHeading>Pitches as</MenuHeading>
      {PITCHES.map(([pitch, words]) => (
        <MenuItem key={pitch} marked={choice.pitch === pitch} onSelect={() => setPreferences({ pitch })}>
          {words}
        </MenuItem>
      ))}
      <div className="flex">
        <div>
          <MenuHeading>Spelled with</MenuHeading>
          {SPELLINGS.map(([spelling, words]) => (
            <MenuItem
              key={spelling}
              marked={choice.spelling === spelling}
              onSelect={() => setPreferences({ spelling })}
            >
              {words}
            </MenuItem>
          ))}
        </div>
        <div>
          <MenuHeading>A4, Hz</MenuHeading>
          {A4S.map((a4) => (
            <MenuItem key={a4} marked={choice.a4 === a4} onSelect={() => setPreferences({ a4 })}>
              {a4}
            </MenuItem>
          ))}
        </div>
        <div>
          <MenuHeading>Beats under, Hz</MenuHeading>
          {BEATS.map((beatRange) => (
            <MenuItem
              key={beatRange}
              marked={choice.beatRange === beatRange}
              onSelect={() => setPreferences({ beatRange })}
            >
              {beatRange}
            </MenuItem>
          ))}
        </div>
      </div>
      {microphones.length > 1 && (
        <>
          <MenuHeading>Microphone</MenuHeading>
          {microphones.map(({ id, name }) => (
            <MenuItem key={id} marked={choice.microphone === id} onSelect={() => setPreferences({ microphone: id })}>
              {name}
            </MenuItem>
          ))}
        </>
      )}
    </Menu>
  );
}

/** Names come only once the microphone was allowed. */
function useMicrophones(): { id: string; name: string }[] {
  const [found, setFound] = useState<{ id: string; name: string }[]>([]);
  useEffect(() => {
    if (!('mediaDevices' in navigator) || !('enumerateDevices' in navigator.mediaDevices)) return;
    let here = true;
    const look = async () => {
      const devices = await navigator.mediaDevices.enumerateDevices();
      const inputs = devices.filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId !== '');
      if (here)
        setFound(inputs.map(({ deviceId, label }, i) => ({ id: deviceId, name: label || `microphone ${i + 1}` })));
    };
    void look().catch(() => undefined);
    const again = () => void look().catch(() => undefined);
    navigator.mediaDevices.addEventListener?.('devicechange', again);
    return () => {
      here = false;
      navigator.mediaDevices.removeEventListener?.('devicechange', again);
    };
  }, []);
  return found;
}
