import { scaleLinear, scaleLog } from 'd3-scale';
import { Link } from 'react-router';
import { useFeel, type PersonFeel } from '../../api/flex';
import { Chart } from '../../ui/Chart';
import { Loading } from '../../ui/Loading';
import { RoomHeader } from '../../frame/RoomHeader';

const BOX = { width: 520, height: 330, left: 58, right: 16, top: 28, bottom: 48 };
/** Rigidities worth a mark on the axis [N m]. */
const ROUND = [1, 2, 3, 5, 10, 20, 30, 50, 100, 200, 300, 500];
/** Newer flexes are drawn fuller than older ones. */
const FAINTEST = 0.25;

/** How well each person's hands agree with the dial, and whether they are learning. */
export function FeelPage() {
  const feel = useFeel();
  if (!feel.data) return <Loading queries={[feel]} what="the scores" />;
  return (
    <div className="flex min-h-full flex-col">
      <RoomHeader title="Feel and dial">
        <Link to="/rack" className="inline-flex min-h-12 items-center px-3 underline underline-offset-4">
          The rack
        </Link>
      </RoomHeader>
      <main className="mx-auto w-full max-w-6xl px-5 py-4">
        <p className="mb-4 max-w-3xl text-soft">
          Give each measured flex a score from 1, soft, to 9, stiff, before you look at the dial. Here every score
          stands against the rigidity that the dial found; the newer, the fuller the mark.
        </p>
        {feel.data.length === 0 && <p className="text-lead">No flex has a score yet.</p>}
        <div className="grid gap-8 lg:grid-cols-2">
          {feel.data.map((person) => (
            <PersonChart key={person.person} {...person} />
          ))}
        </div>
      </main>
    </div>
  );
}

function PersonChart({ person, record, flexes }: PersonFeel) {
  const rigidities = flexes.map(({ rigidity }) => rigidity);
  const x = scaleLog([Math.min(...rigidities) * 0.9, Math.max(...rigidities) * 1.1], [BOX.left, BOX.width - BOX.right]);
  const y = scaleLinear([0.5, 9.5], [BOX.height - BOX.bottom, BOX.top]);
  return (
    <section aria-label={person || 'No name'}>
      <h2 className="text-lead font-bold">{person || 'No name'}</h2>
      <Chart
        box={BOX}
        label={`Scores of ${person} against rigidity`}
        className="w-full"
        x={{
          scale: x,
          ticks: ROUND.filter((tick) => tick >= x.domain()[0]! && tick <= x.domain()[1]!),
          name: 'rigidity per width, N m',
        }}
        y={{ scale: y, ticks: [1, 3, 5, 7, 9], name: 'feels' }}
      >
        {flexes.map(({ at, rigidity, score }, i) => (
          <circle
            key={`${at}-${i}`}
            cx={x(rigidity)}
            cy={y(score)}
            r="7"
            fill="var(--spruce)"
            fillOpacity={FAINTEST + ((1 - FAINTEST) * (i + 1)) / flexes.length}
            stroke="var(--spruce)"
          />
        ))}
      </Chart>
      <FeelWords record={record} />
    </section>
  );
}

function FeelWords({ record: { count, agreement, earlier, later, perStep, scatter } }: Pick<PersonFeel, 'record'>) {
  if (agreement === null) return <p>{count} scored: four are needed before anything can be said.</p>;
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  return (
    <p>
      <strong>
        {agreement > 0.8
          ? 'Feel and dial agree well'
          : agreement > 0.5
            ? 'Feel follows the dial'
            : 'Feel and dial hardly agree yet'}
      </strong>
      : rank agreement <span className="figures">{agreement.toFixed(2)}</span> of 1 over {count}.{' '}
      {perStep !== null && scatter !== null && (
        <>
          One step means about <span className="figures">{percent(perStep - 1)}</span> stiffer; a score is off by{' '}
          <span className="figures">{scatter.toFixed(1)}</span> steps as a rule.{' '}
        </>
      )}
      {earlier !== null && later !== null && (
        <>
          First half <span className="figures">{earlier.toFixed(2)}</span>, second half{' '}
          <span className="figures">{later.toFixed(2)}</span>.
        </>
      )}
    </p>
  );
}
