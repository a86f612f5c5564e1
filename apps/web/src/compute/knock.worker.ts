import { expose } from 'comlink';
import { KnockComputer } from './knock-computer';

expose(new KnockComputer());
