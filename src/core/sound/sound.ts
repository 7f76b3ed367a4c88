/** A sound as numbers. */
export interface Sound {
  /** Samples a second. */
  rate: number;
  /** The mean of its channels, -1 to 1. */
  samples: Float32Array;
}

/** A sound as it is decoded, its channels apart, all of one length. */
export interface Channels {
  /** Samples a second. */
  rate: number;
  channels: readonly Float32Array[];
}

/** The mean of all channels. */
export function mixed({ rate, channels }: Channels): Sound {
  const samples = new Float32Array(channels[0]?.length ?? 0);
  for (const channel of channels) channel.forEach((v, i) => (samples[i]! += v / channels.length));
  return { rate, samples };
}
