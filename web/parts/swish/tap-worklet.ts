/** Runs beside the page's sound: hands each block of the first channel on, as it is. */
declare const registerProcessor: (name: string, processor: unknown) => void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

class Tap extends AudioWorkletProcessor {
  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const channel = inputs[0]?.[0];
    if (channel) this.port.postMessage(channel.slice());
    return true;
  }
}
registerProcessor('tap', Tap);
export {};
