/** Standard pull of the earth, rounded as bench work needs it. */
export const GRAVITY_M_PER_S2 = 9.81
