import {
  braceKey,
  PLACE_KINDS,
  PLACE_WISHES,
  usualWish,
  type PlaceWish,
  type PlaceWishes,
  type VoicingGoal,
} from '@nimble/core/voicing';
import { Fold, Option, SelectField } from '../../ui';
import { PLACE_KIND_WORDS, PLACE_WISH_WORDS } from '../../words/place-words';

interface Props {
  goal: VoicingGoal;
  /** One that was tapped on the plate. */
  tapped: { id: string; name: string } | null;
  onPlaces: (places: PlaceWishes) => void;
}

const AS_KIND = 'kind';

/** Which places are worked first, last or never; a brace that is tapped can be said by itself. */
export function PlaceWishesPanel({ goal, tapped, onPlaces }: Props) {
  const { places } = goal;
  const kinds = PLACE_KINDS.filter((kind) => goal.plate || !kind.startsWith('plate'));
  const said = kinds.filter((kind) => places[kind] && places[kind] !== usualWish(kind)).length;
  const without = (key: string) => Object.fromEntries(Object.entries(places).filter(([one]) => one !== key));
  const choose = (key: string, wish: string) =>
    onPlaces(wish === AS_KIND ? without(key) : { ...places, [key]: wish as PlaceWish });
  return (
    <Fold title={said > 0 ? `Places: ${said} otherwise than usual` : 'Places: first, last, never'}>
      <p className="text-note text-soft">
        Usual: fingers, bars, ends, legs last; beside the soundhole never. What you say here is remembered for your next
        tops. Or tap a brace on the plate.
      </p>
      {tapped && (
        <SelectField
          label={`${tapped.name}, all of it`}
          value={places[braceKey(tapped.id)] ?? AS_KIND}
          onChoose={(wish) => choose(braceKey(tapped.id), wish)}
        >
          <Option value={AS_KIND}>as its kind</Option>
          {PLACE_WISHES.map((wish) => (
            <Option key={wish} value={wish}>
              {PLACE_WISH_WORDS[wish]}
            </Option>
          ))}
        </SelectField>
      )}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {kinds.map((kind) => (
          <SelectField
            key={kind}
            label={PLACE_KIND_WORDS[kind]}
            value={places[kind] ?? usualWish(kind)}
            onChoose={(wish) => choose(kind, wish)}
          >
            {PLACE_WISHES.map((wish) => (
              <Option key={wish} value={wish}>
                {PLACE_WISH_WORDS[wish]}
              </Option>
            ))}
          </SelectField>
        ))}
      </div>
    </Fold>
  );
}
