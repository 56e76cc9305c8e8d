/** An enquiry as it is typed. */
export function emptyEnquiry() {
  return {
    name: '',
    reach: '',
    about: '',
    person: '',
    postal: '',
    town: '',
    family: '',
    worth: '',
    source: 'phone',
    campaign: '',
    owner: ''
  };
}

/** "desk@reed.example, 555 0190" apart, as far as it is typed. */
export function reachOf(reach: string): { mail: string; phone: string } {
  const mail = reach.split(/[\s,;]+/).find((part) => part.indexOf('@') > 0) ?? '';
  return {
    mail,
    phone: reach.replace(mail, '').replace(/^[\s,;]+|[\s,;]+$/g, '')
  };
}

/** Both together again, as they are typed. */
export function reach(mail: string, phone: string): string {
  return mail && phone ? `${mail}, ${phone}` : mail + phone;
}
