/** What a text is for, in words. */
export const PURPOSES: Record<string, string> = {
  'quote-letter': 'Cover letter of a quote',
  'quote-email': 'Email with a quote',
  'payment-terms': 'Payment terms',
  'delivery-terms': 'Delivery terms',
  'general-terms': 'General terms'
};

/** For which business it is. */
export const BUSINESSES: Record<string, string> = {
  '': 'all business',
  new: 'new business',
  renewal: 'renewals',
  'price-rise': 'price rises'
};
