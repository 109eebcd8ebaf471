/** Whether a drive has less than it needs: torque in hand below 1.5 ×. Something else may stand against one that has enough. */
export const lacksTorque = (ratio: number | null | undefined): boolean => ratio != null && ratio < 1.5
