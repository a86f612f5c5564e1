import { CheckField } from '../../ui';

interface Props {
  checked: boolean;
  onChange: (checked: boolean) => void;
}

/** Asked wherever somebody comes in on a device. */
export const SharedTablet = (props: Props) => (
  <CheckField label="This is the shop’s own tablet: who stands at it says so by name" {...props} />
);
