/** While the server still reckons coming visits: asks again and again. For an effect; what it gives back stops it. */
export function askAgain(view: { counting: number } | null, ask: () => unknown): (() => void) | undefined {
  if (!view?.counting) return undefined;
  const timer = setInterval(ask, 1000);
  return () => clearInterval(timer);
}

export function countingWords(counting: number): string {
  return counting === 1 ? 'One more visit is being reckoned.' : `${counting} more visits are being reckoned.`;
}
