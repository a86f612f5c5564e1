import { choose } from '../test/choose';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { setPreferences } from '../ui/preferences';
import { PitchButton } from './PitchDialog';

const kept = () => JSON.parse(localStorage.getItem('nimble-spruce-preferences') ?? '{}') as Record<string, unknown>;

describe('how pitches are said', () => {
  beforeAll(() => (window.matchMedia = jest.fn().mockReturnValue({ matches: false })));
  beforeEach(() => {
    act(() => setPreferences({ a4: 440, pitch: 'note', spelling: 'sharp', beatRange: 5 }));
    render(<PitchButton />);
    fireEvent.click(screen.getByLabelText('How pitches are said'));
  });
  it('takes any A4 from 400 to 480, and keeps the old one while a new one is wrong', () => {
    choose(screen.getByLabelText('A4'), '415,3');
    expect(kept().a4).toBe(415.3);
    expect(screen.getByText('A = 415.3')).toBeInTheDocument();
    choose(screen.getByLabelText('A4'), '44');
    expect(screen.getByText('From 400 to 480 Hz')).toBeInTheDocument();
    expect(kept().a4).toBe(415.3);
  });
  it('sets when notes beat, their spelling, and whether they are named', () => {
    choose(screen.getByLabelText('Notes beat when nearer than'), '7.5');
    choose(screen.getByLabelText('Spelled with'), 'flat');
    choose(screen.getByLabelText('Pitches as'), 'none');
    expect(kept()).toMatchObject({ beatRange: 7.5, spelling: 'flat', pitch: 'none' });
    expect(screen.getByText('no names')).toBeInTheDocument();
  });
});
