import { feelRecord, type FeelRecord } from '@nimble/core/wood';
import { Op } from 'sequelize';
import { PlateCheckRecord } from './models/plate-check.model';
import { WoodTest } from './models/wood-test.model';

export interface ScoredFlex {
  at: Date;
  /** 1, soft, to 9, stiff. */
  score: number;
  /** Per width, as the dial found it [N m]. */
  rigidity: number;
}

/** How each person's marks track the dial, over boards and whole plates; flexes oldest first. */
export async function handRecords(): Promise<{ person: string; record: FeelRecord; flexes: ScoredFlex[] }[]> {
  const where = { kind: 'flex', retractedAt: null, feel: { [Op.ne]: null } };
  const attributes = ['person', 'at', 'feel', 'result'];
  const [tests, checks] = await Promise.all([
    WoodTest.findAll({ where, attributes }),
    PlateCheckRecord.findAll({ where, attributes }),
  ]);
  const scored = [...tests, ...checks]
    .flatMap(({ person, at, feel, result }) =>
      feel !== null && result.rigidityPerWidth
        ? [{ person, at, score: feel, rigidity: result.rigidityPerWidth.value }]
        : [],
    )
    .sort((a, b) => a.at.getTime() - b.at.getTime());
  const people = [...new Set(scored.map(({ person }) => person))];
  return people.map((person) => {
    const flexes = scored.filter((flex) => flex.person === person).map(({ person: _, ...flex }) => flex);
    return { person, record: feelRecord(flexes), flexes };
  });
}
