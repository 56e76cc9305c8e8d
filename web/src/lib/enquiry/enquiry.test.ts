import { describe, expect, it } from 'vitest';
import { reach, reachOf } from './enquiry';

describe('how somebody is reached', () => {
  it('is told apart in any order', () => {
    expect(reachOf('desk@reed.example')).toEqual({ mail: 'desk@reed.example', phone: '' });
    expect(reachOf('555 0190 310')).toEqual({ mail: '', phone: '555 0190 310' });
    expect(reachOf('555 0190, desk@reed.example')).toEqual({ mail: 'desk@reed.example', phone: '555 0190' });
    expect(reachOf('desk@reed.example 555 0190')).toEqual({ mail: 'desk@reed.example', phone: '555 0190' });
  });

  it('is put together as it is typed', () => {
    expect(reach('a@b.example', '555')).toBe('a@b.example, 555');
    expect(reach('', '555')).toBe('555');
    expect(reachOf(reach('a@b.example', '555 01'))).toEqual({ mail: 'a@b.example', phone: '555 01' });
  });
});
