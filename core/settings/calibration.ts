/**
 * A sensor's scale put right by one measurement: new = old × measured / shown.
 * 200 with 22.4 V measured and 21.0 V shown gives 213.3.
 * @throws RangeError unless all three are above 0
 */
export function calibratedScale(old: number, measured: number, shown: number): number {
  if (!(old > 0 && measured > 0 && shown > 0)) throw new RangeError('scale, measured and shown value are above 0')
  return (old * measured) / shown
}
