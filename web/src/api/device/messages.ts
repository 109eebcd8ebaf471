/** A question to Core on the device, by the server's path. */
export interface DeviceQuestion {
  id: number
  path: string
  /** Words and their values by turns. */
  query: string[]
  /** The plan that is asked about, with the number that it is known by. */
  plan?: { number: number; json: string }
  /** What is asked about no plan. */
  body?: string
}

export type DeviceMessage =
  /** It is there, and answers these paths. */
  | { ready: { aboutPlans: string[]; aboutNoPlan: string[] } }
  | { id: number; status: number; json: string }
  /** It cannot be had, or has broken. */
  | { id?: number; failure: string }
