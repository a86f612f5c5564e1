export { Button } from './Button';
export { Dialog } from './Dialog';
export { CheckField, SelectField, TextField } from './Field';
export { Menu, MenuHeading, MenuItem } from './Menu';
export { SlipPages, TextTabs } from './Tabs';
export { TakeBack } from './TakeBack';
