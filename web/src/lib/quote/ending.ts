/** How a quote ends that is not ordered. */
export type Ending = 'accepted' | 'declined' | 'withdrawn';
