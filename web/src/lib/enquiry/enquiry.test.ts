import { describe, expect, it } from 'vitest';
import { contactDetails, detailsOf } from './enquiry';

describe('how somebody is reached', () => {
  it('is told apart in any order', () => {
    expect(detailsOf('desk@reed.example')).toEqual({ email: 'desk@reed.example', phone: '' });
    expect(detailsOf('555 0190 310')).toEqual({ email: '', phone: '555 0190 310' });
    expect(detailsOf('555 0190, desk@reed.example')).toEqual({
      email: 'desk@reed.example',
      phone: '555 0190'
    });
    expect(detailsOf('desk@reed.example 555 0190')).toEqual({
      email: 'desk@reed.example',
      phone: '555 0190'
    });
  });

  it('is put together as it is typed', () => {
    expect(contactDetails('a@b.example', '555')).toBe('a@b.example, 555');
    expect(contactDetails('', '555')).toBe('555');
    expect(detailsOf(contactDetails('a@b.example', '555 01'))).toEqual({
      email: 'a@b.example',
      phone: '555 01'
    });
  });
});
