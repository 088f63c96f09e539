import { finding, type Finding, type Told } from '../../../findings';
import type { HoldFacts } from '../../../hold';
import { capital } from '../../../units';

/** Vacuum holds only where nothing leaks: before the cut and after it. */
export function vacuumSeals(hold: HoldFacts, told: Told): Finding[] {
  return hold.trouble.flatMap((t): Finding[] => {
    switch (t.kind) {
      case 'pod-leaks':
        return [
          finding(told, 'hold/pod-leaks', 'stop', {
            says: `${capital(t.name)} is switched on and not covered ${t.when === 'as loaded' ? 'by the part' : 'any more once the cut has gone through'}.`,
            numbers: {},
            because: 'It draws air, and the vacuum of the others falls with it.',
            remedy: 'Move the pod wholly under the part, or switch it off.',
          }),
        ];
      case 'gasket-leaks':
        return [
          finding(told, 'hold/gasket-leaks', 'stop', {
            says: `The cut breaks through inside the gasket: ${told.speech.area(t.lostMm2)} are opened.`,
            numbers: { openedMm2: t.lostMm2 },
            because: 'The vacuum is gone at the first break-through, and the part with it.',
            remedy:
              'Lay the gasket inside the finished outline (a larger inset), leave a skin, or leave tabs and hold the frame.',
          }),
        ];
      case 'gasket-empty':
        return [
          finding(told, 'hold/gasket-encloses-nothing', 'stop', {
            says: 'No field between the grooves lies wholly under the part at this inset: the gasket encloses nothing.',
            numbers: {},
            because: 'Without an enclosed field there is no vacuum.',
            remedy: 'Use a smaller inset, or lay the part over more grooves.',
          }),
        ];
      case 'gasket-lies-deep':
        return [
          finding(told, 'hold/gasket-does-not-seal', 'stop', {
            says: `The gasket cord, diameter ${told.speech.sizeWithUnit(t.cordMm)}, does not stand out of its groove, ${told.speech.sizeWithUnit(t.grooveMm)} deep.`,
            numbers: { cordMm: t.cordMm, grooveMm: t.grooveMm },
            because: 'A cord that the part does not press on does not seal.',
            remedy: 'Enter the cord and groove of the plate as they are, or use a thicker cord.',
          }),
        ];
      case 'gasket-overfills':
        return [
          finding(told, 'hold/gasket-overfills-groove', 'caution', {
            says: `The gasket cord has a section of ${told.speech.area(t.cordMm2)}, the groove one of ${told.speech.area(t.grooveMm2)}.`,
            numbers: { cordMm2: t.cordMm2, grooveMm2: t.grooveMm2 },
            because:
              'A cord that does not go wholly into its groove when pressed keeps the part off the plate, and its height is not known.',
            remedy:
              'Enter the cord and groove of the plate as they are, or use a thinner cord; a cord of foam may go in all the same.',
          }),
        ];
      default:
        return [];
    }
  });
}
