import { AskedBox } from '../forms';
import { KNOCK_QUESTIONS, type DoubtedKnock } from './use-doubted-knock';

export function KnockDoubt({ doubt: { doubted, keep, drop } }: { doubt: DoubtedKnock }) {
  if (!doubted) return null;
  const asked = { message: KNOCK_QUESTIONS[doubted.question], keep, mend: null, drop };
  return <AskedBox asked={asked} again="Knock again" />;
}
