import { trebleSignOf } from '@nimble/core/graduation';
import { knockMap, knockPlaces, placeSetOf, type KnockPlace, type PlaceSet } from '@nimble/core/knock-map';
import type { PlateShape } from '@nimble/core/outline';
import { useMemo, useState } from 'react';
import { placedOf, type KnockView } from '../../api/knocks';
import type { Build } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { useKnockPicture } from '../../compute/use-knock-picture';
import { serpentine } from './serpentine';

interface Props {
  build: Build;
  shape: PlateShape;
  knocks: readonly KnockView[];
  wantedRound: number | null;
  /** Lit first; null for the next open one. */
  wantedPlace: string | null;
  wantedSet: PlaceSet;
  /** The round that a reading belongs to now: what is heard goes there, whichever page heard it. */
  roundNow: number;
}

/** One walk round the plate: its places, which is lit, what they say together, and the walk before it. */
export function useWalk({ build, shape, knocks, wantedRound, wantedPlace, wantedSet, roundNow }: Props) {
  const { a4, beatRange } = usePreferences();
  const [wanted, setSet] = useState<PlaceSet>(wantedSet);
  const [picked, setPicked] = useState<string | null>(wantedPlace);
  const stations = useMemo(() => knocks.filter(({ about, retracted }) => about === 'station' && !retracted), [knocks]);
  const rounds = useMemo(() => roundsOf(stations), [stations]);
  const round = wantedRound ?? roundNow;
  const ofRound = useMemo(() => stations.filter((knock) => knock.round === round), [stations, round]);
  const before = rounds.filter((r) => r < round).at(-1) ?? null;
  const placed = useMemo(() => placedOf(ofRound), [ofRound]);
  const mapBefore = useMemo(
    () => (before === null ? null : knockMap(placedOf(stations.filter((knock) => knock.round === before)))),
    [stations, before],
  );
  const struckPlaces = useMemo(() => placed.map(({ place }) => place), [placed]);
  // A walk that has begun keeps to its places: the same names mean others in another set.
  const begun = struckPlaces.length > 0;
  const set = useMemo(
    () => (begun ? placeSetOf(struckPlaces, shape, build.stations) : wanted),
    [begun, struckPlaces, shape, build.stations, wanted],
  );
  const places = useMemo(
    () =>
      set === null
        ? [...new Map(struckPlaces.map((place) => [place.name, place])).values()]
        : serpentine(knockPlaces(shape, set, build.stations)),
    [set, struckPlaces, shape, build.stations],
  );
  const struck = new Set(placed.map(({ place }) => place.name));
  const open = places.filter(({ name }) => !struck.has(name));
  const lit = places.find(({ name }) => name === picked) ?? open[0] ?? null;
  const request = useMemo(
    () =>
      placed.length === 0
        ? null
        : {
            outline: build.outline,
            holes: build.holes,
            trebleSide: trebleSignOf(build),
            knocks: placed,
            a4,
            beatRange,
          },
    [build, placed, a4, beatRange],
  );
  const { result, error } = useKnockPicture(request);
  /** The next place after one that was just struck, the open ones first. */
  const nextAfter = (name: string): KnockPlace | null => {
    const left = open.filter((place) => place.name !== name);
    const at = places.findIndex((place) => place.name === name);
    return left.find((place) => places.indexOf(place) > at) ?? left[0] ?? null;
  };
  const step = (by: 1 | -1) => {
    const at = places.findIndex((place) => place.name === lit?.name);
    setPicked(places[(at + by + places.length) % places.length]?.name ?? null);
  };
  return {
    step,
    set,
    begun,
    setSet,
    rounds,
    round,
    ofRound,
    places,
    struck,
    lit,
    light: setPicked,
    nextAfter,
    before,
    mapBefore,
    picture: request ? result : null,
    error,
  };
}

function roundsOf(stations: readonly KnockView[]): readonly number[] {
  return [...new Set(stations.map(({ round }) => round))].sort((a, b) => a - b);
}

export type Walk = ReturnType<typeof useWalk>;
