import { create } from 'zustand';
import { makeSound } from '@/workers/reading';
import { drive } from './rehearsal';

/** The input of a rehearsal that says how loud it is. */
export const MICROPHONE = 'microphone';

/** Level in decibels of full scale that counts as silence; full scale is 1. */
const SILENCE = -54;
/** Samples of which the level is taken: a little more than a frame of 60 a second. */
const WINDOW_SAMPLES = 1024;

interface Microphone {
  /** What is listened to: "device", or a sound made by code; null where nothing is. */
  source: string | null;
  /** How loud it is now, 0 to 1. */
  level: number;
}

export const useMicrophone = create<Microphone>()(() => ({ source: null, level: 0 }));

let end: (() => void) | null = null;
/** Counts what was asked for: what comes after something later was is no longer meant. */
let requests = 0;

/** How loud samples are, 0 at silence and 1 at full scale, evenly in decibels. */
export function levelOf(samples: Float32Array): number {
  const power = samples.reduce((sum, v) => sum + v * v, 0) / samples.length;
  return Math.min(1, Math.max(0, 1 - (10 * Math.log10(Math.max(power, 1e-12))) / SILENCE));
}

export function stopListening(): void {
  requests++;
  end?.();
  end = null;
  useMicrophone.setState({ source: null, level: 0 });
}

/**
 * Listens to the microphone of this device, which the browser asks for only here, or to one that is made up: it hears
 * a sound made by code, over and over, and nobody else does.
 * @param source "device", or the id of a made sound
 * @throws Error with a sentence where there is no microphone, or it may not be used
 */
export async function listen(source: string): Promise<void> {
  stopListening();
  const mine = requests;
  const context = new AudioContext();
  const input = await (source === 'device' ? device(context) : madeUp(context, source)).catch((error: unknown) => {
    void context.close();
    throw error;
  });
  const close = () => {
    input.end();
    void context.close();
  };
  if (mine !== requests) return close();
  const analyser = new AnalyserNode(context, { fftSize: WINDOW_SAMPLES });
  input.node.connect(analyser);
  const samples = new Float32Array(WINDOW_SAMPLES);
  let timer = requestAnimationFrame(function tick() {
    analyser.getFloatTimeDomainData(samples);
    const level = levelOf(samples);
    useMicrophone.setState({ level });
    drive(MICROPHONE, level);
    timer = requestAnimationFrame(tick);
  });
  end = () => {
    cancelAnimationFrame(timer);
    close();
  };
  useMicrophone.setState({ source });
}

interface Input {
  node: AudioNode;
  end: () => void;
}

async function device(context: AudioContext): Promise<Input> {
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    });
  } catch {
    throw new Error('There is no microphone, or the browser was not allowed to use it. The made-up ones work without.');
  }
  const end = () => stream.getTracks().forEach((track) => track.stop());
  return { node: context.createMediaStreamSource(stream), end };
}

async function madeUp(context: AudioContext, id: string): Promise<Input> {
  const buffer = await context.decodeAudioData((await makeSound(id)).buffer);
  const node = new AudioBufferSourceNode(context, { buffer, loop: true });
  node.start();
  return { node, end: () => node.stop() };
}
