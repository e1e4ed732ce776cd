/** The standing caution of whatever concerns the mains side. */
export const LICENSED = 'Mains work follows your local code and belongs to a licensed person.';
