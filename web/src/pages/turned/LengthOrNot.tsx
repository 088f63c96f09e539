import { useJob } from '../../app/JobLayout';
import { Labeled } from '../../fields/Labeled';
import { OptionalLengthField } from '../../fields/OptionalLengthField';

/** A length that may be left to the plan, with its name over it. */
export function LengthOrNot(props: Omit<Parameters<typeof OptionalLengthField>[0], 'units'>) {
  const { job } = useJob();
  return (
    <Labeled text={props.label}>
      <OptionalLengthField {...props} units={job.units} />
    </Labeled>
  );
}
