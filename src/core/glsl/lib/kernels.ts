/**
 * Kernels that fall from 1 at distance 0 to 0 at distance 1: G. and B. Wyvill's and C.
 * McPheeters' sixth-degree soft object ("Data structure for soft objects", The Visual Computer
 * 2, 1986), the Gaussian of J. Blinn's blobs ("A Generalization of Algebraic Surface Drawing",
 * ACM TOG 1(3), 1982) cut at three deviations, Perlin's quintic fade, a cone, and a ball.
 */
export const KERNELS = `
float kernelAt(float distance, int kind) {
  float d = clamp(distance, 0.0, 1.0);
  if (kind == 1) return max(0.0, (exp(-4.5 * d * d) - 0.011108996538242306) / 0.98889100346);
  if (kind == 2) return 1.0 - d;
  if (kind == 3) { float q = d * d; return 1.0 + q * (-22.0 / 9.0 + q * (17.0 / 9.0 - 4.0 / 9.0 * q)); }
  if (kind == 4) return distance < 1.0 ? 1.0 : 0.0;
  return 1.0 - d * d * d * (d * (d * 6.0 - 15.0) + 10.0);
}
`;
