import { expose } from 'comlink';
import { TopComputer } from './top-computer';

expose(new TopComputer());
