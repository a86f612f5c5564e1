import { formatMass, formatSag, formatThickness } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import type { PassTable } from '@nimble/core/graduation';
import { useJigs } from '../../api/flex';
import type { Build } from '../../api/types';

/** The next passes in rows, with the line where the leading rule says stop. */
export function PassRows({ build, table }: { build: Build; table: PassTable }) {
  const jigs = useJigs();
  const { units, tool } = build;
  const { rows, stopAt, note, jigId } = table;
  const rings = rows.some(({ ring }) => ring !== null);
  const jig = jigs.data?.find(({ id }) => id === jigId)?.name;
  const sag = (compliance: number) => formatSag(compliance, units).figure;
  const pm = (words: string) => <span className="block text-small text-soft">± {words}</span>;
  return (
    <section aria-label="The next passes">
      <h3 className="text-soft">
        The next passes of {formatThickness(tool.depthPerPass, units).figure} {formatThickness(0, units).symbol}
      </h3>
      <table className="w-full text-right">
        <thead className="text-small text-soft">
          <tr>
            <th scope="col" className="text-left font-normal">
              after
            </th>
            <th scope="col" className="pl-2 font-normal">
              mean, {formatThickness(0, units).symbol}
            </th>
            <th scope="col" className="pl-2 font-normal">
              {units.mass}
            </th>
            {jigId && (
              <th scope="col" className="pl-2 font-normal">
                sag, {formatSag(0, units).symbol}
              </th>
            )}
            {note && (
              <th scope="col" className="pl-2 font-normal">
                {note}, Hz
              </th>
            )}
            {rings && (
              <th scope="col" className="pl-2 font-normal">
                ring, s
              </th>
            )}
          </tr>
        </thead>
        <tbody className="figures align-top text-note">
          {rows.map(({ passes, thickness, mass, flex, pitch, ring }, i) => (
            <tr
              key={passes}
              className={`${i === stopAt ? 'border-t-[3px] border-brass' : 'border-t border-grain'} ${stopAt !== null && i >= stopAt ? 'text-lake' : ''}`}
            >
              <th scope="row" className="py-0.5 text-left font-normal">
                {passes === 0 ? 'now' : passes}
              </th>
              <td className="py-0.5 pl-2">
                {formatThickness(thickness.value, units).figure}
                {pm(formatThickness(halfInterval(thickness), units).figure)}
              </td>
              <td className="py-0.5 pl-2">
                {formatMass(mass.value, units).figure}
                {pm(formatMass(Math.max(halfInterval(mass), 5e-4), units).figure)}
              </td>
              {jigId && flex && (
                <td className="py-0.5 pl-2">
                  {sag(flex.value)}
                  {pm(sag(halfInterval(flex)))}
                </td>
              )}
              {note && pitch && (
                <td className="py-0.5 pl-2">
                  {pitch.value.toFixed(1)}
                  {pm(halfInterval(pitch).toFixed(1))}
                </td>
              )}
              {rings && (
                <td className="py-0.5 pl-2">
                  {ring ? ring.value.toFixed(2) : '–'}
                  {ring && pm(halfInterval(ring).toFixed(2))}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-small text-soft">
        {stopAt === null
          ? 'The leading rule is silent: no line to stop at yet.'
          : stopAt === 0
            ? 'Already past the line of the leading rule.'
            : 'The thick line is where the leading rule says stop.'}
        {jig ? ` Sag on ${jig}.` : ' Bend or knock the plate below to see its flex and note here.'}
      </p>
    </section>
  );
}
