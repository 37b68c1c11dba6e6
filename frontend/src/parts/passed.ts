/** Stops that an adult passed for their own head, and why; none where there is nothing to pass. */
export interface Passed {
  stops_passed: string[];
  why: string;
  own: boolean;
}
