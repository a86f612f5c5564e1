/** In the audio thread: hands the microphone's sound on in pieces of half a second, as it is. */
declare const sampleRate: number;
declare abstract class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

class Recorder extends AudioWorkletProcessor {
  private piece = new Float32Array(Math.round(sampleRate / 2));
  private filled = 0;

  process([input]: Float32Array[][]): boolean {
    const block = input?.[0];
    if (!block) return true;
    if (this.filled + block.length > this.piece.length) this.hand();
    this.piece.set(block, this.filled);
    this.filled += block.length;
    return true;
  }

  private hand(): void {
    const piece = this.piece.slice(0, this.filled);
    this.port.postMessage(piece, [piece.buffer]);
    this.filled = 0;
  }
}

registerProcessor('recorder', Recorder);
