import { expose } from 'comlink';
import { BoxComputer } from './box-computer';

expose(new BoxComputer());
