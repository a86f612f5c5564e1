/**
 * In the audio thread: finds knocks in the microphone's sound and tells the page, with a meter twenty times a second.
 */
import { KnockTrigger } from '@nimble/core/sound';

declare const sampleRate: number;
declare abstract class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

const METER_SECONDS = 0.05;

class Ear extends AudioWorkletProcessor {
  private readonly trigger = new KnockTrigger(sampleRate);
  private sinceMeter = 0;

  constructor() {
    super();
    this.port.onmessage = () => this.trigger.takeNow();
  }

  process([input]: Float32Array[][]): boolean {
    const block = input?.[0];
    if (!block) return true;
    const knock = this.trigger.push(block);
    if (knock) this.port.postMessage({ kind: 'knock', samples: knock, rate: sampleRate }, [knock.buffer]);
    this.sinceMeter += block.length;
    if (this.sinceMeter >= METER_SECONDS * sampleRate) {
      this.sinceMeter = 0;
      this.port.postMessage({ kind: 'meter', ...this.trigger.meter() });
    }
    return true;
  }
}

registerProcessor('knock-ear', Ear);
