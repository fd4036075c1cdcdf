/** The two distributions that the record reckons with: the normal, and Fisher's F. Pure, to about twelve digits. */

/** Density of the standard normal. */
export const normalDensity = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/** Where the series gives way to the continued fraction: both are good there. */
const TAIL_FROM = 4;

/** The chance that it is over z, for a z well over 0. */
function tail(z: number): number {
  if (z === Infinity) return 0;
  let fraction = z;
  for (let k = 80; k > 0; k--) fraction = z + k / fraction;
  return normalDensity(z) / fraction;
}

/** Φ(z): the chance that a standard normal is at most z. */
export function normalBelow(z: number): number {
  if (z > TAIL_FROM) return 1 - tail(z);
  if (z < -TAIL_FROM) return tail(-z);
  if (z < 0) return 1 - normalBelow(-z);
  let [term, sum] = [z, z];
  for (let k = 3; term > sum * 1e-17; k += 2) {
    term *= (z * z) / k;
    sum += term;
  }
  return 0.5 + normalDensity(z) * sum;
}

/** ∫Φ from -∞ to z. */
export const normalBelowSummed = (z: number): number => z * normalBelow(z) + normalDensity(z);

/** log Γ(x) for x > 0, by Lanczos' approximation (g = 7, nine terms). */
function logGamma(x: number): number {
  const [first, ...rest] = [
    0.999999999999809932, 676.520368121885098, -1259.1392167224028, 771.323428777653078, -176.615029162140599,
    12.5073432786869048, -0.138571095265720117, 9.98436957801957158e-6, 1.50563273514931156e-7,
  ] as const;
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x + 6.5;
  const sum = rest.reduce((s: number, c, i) => s + c / (x + i), first);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

/** The regularized incomplete beta function, by Lentz's continued fraction. */
function betaBelow(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  // The fraction converges fast on one side of the mean; the other follows by symmetry.
  if (x > (a + 1) / (a + b + 2)) return 1 - betaBelow(1 - x, b, a);
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x)) / a;
  const tiny = 1e-300;
  const or = (v: number): number => (Math.abs(v) < tiny ? tiny : v);
  let [c, d] = [1, 1 / or(1 - ((a + b) * x) / (a + 1))];
  let product = d;
  for (let m = 1; m < 500; m++) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / or(1 + even * d);
    c = or(1 + even / c);
    product *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / or(1 + odd * d);
    c = or(1 + odd / c);
    product *= d * c;
    if (Math.abs(d * c - 1) < 1e-15) break;
  }
  return front * product;
}

/** The chance that an F of so many degrees of freedom (above and below, each at least 1) is over `ratio`. */
export const fisherAbove = (ratio: number, above: number, below: number): number =>
  ratio === Infinity ? 0 : betaBelow(below / (below + above * ratio), below / 2, above / 2);
