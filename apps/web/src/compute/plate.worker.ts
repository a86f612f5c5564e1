import { expose } from 'comlink';
import { PlateComputer } from './plate-computer';

expose(new PlateComputer());
