/** Controls, styled once, on the primitives. */
export { MainAction } from './MainAction';
export { Button } from './Button';
export { CheckField } from './Checkbox';
export { Dialog } from './Dialog';
export { SelectField, TextField } from './Field';
export { Fold } from './Fold';
export { Menu, MenuHeading, MenuItem } from './Menu';
export { PanelSection } from './PanelSection';
export { Progress } from './Progress';
export { Option, Select } from './Select';
export { Slider } from './Slider';
export { SlipPages, TextTabs } from './Tabs';
export { TakeBack } from './TakeBack';
