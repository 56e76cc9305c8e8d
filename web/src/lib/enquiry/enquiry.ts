/** An enquiry as it is typed. */
export function emptyEnquiry() {
  return {
    name: '',
    contactDetails: '',
    subject: '',
    person: '',
    postal: '',
    town: '',
    family: '',
    value: '',
    source: 'phone',
    campaign: '',
    owner: ''
  };
}

/** "desk@reed.example, 555 0190" apart, as far as it is typed. */
export function detailsOf(contactDetails: string): { email: string; phone: string } {
  const email = contactDetails.split(/[\s,;]+/).find((part) => part.indexOf('@') > 0) ?? '';
  return {
    email,
    phone: contactDetails.replace(email, '').replace(/^[\s,;]+|[\s,;]+$/g, '')
  };
}

/** Both together again, as they are typed. */
export function contactDetails(email: string, phone: string): string {
  return email && phone ? `${email}, ${phone}` : email + phone;
}

/** How an enquiry leaves one's own work. */
export type Ending = 'not-pursued' | 'on-hold' | 'reassign';
