import { expose } from 'comlink';
import { VoicingComputer } from './voicing-computer';

expose(new VoicingComputer());
