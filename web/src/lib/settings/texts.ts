/** What a text is for, in words. */
export const PURPOSES: Record<string, string> = {
  'quote-letter': 'Cover letter of a quote',
  'quote-email': 'Email with a quote',
  'payment-terms': 'Payment terms',
  'delivery-terms': 'Delivery terms',
  'general-terms': 'General terms',
  'order-email': 'Email with an order confirmation',
  'delivery-email': 'Email with a delivery note',
  'invoice-email': 'Email with an invoice',
  'reminder-first': 'First payment reminder',
  'reminder-second': 'Second payment reminder',
  'reminder-last': 'Final payment reminder',
  'follow-up-email': 'Email: Follow up',
  'introduction-email': 'Email: Introduction',
  'appointment-email': 'Email: Appointment',
  'customer-page-email': 'Email with a link to the customer page',
  'answer-email': 'Email with the answer to a question'
};

/** For which business it is. */
export const BUSINESSES: Record<string, string> = {
  '': 'all business',
  new: 'new business',
  renewal: 'renewals',
  'price-rise': 'price rises'
};
