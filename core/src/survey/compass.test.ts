import { bearingInName, bearingOfPoint } from './compass.ts';

test.each([
  ['N', 0],
  ['ne', 45],
  ['south-west', 225],
  ['South West', 225],
  ['north north-east', 22.5],
  ['WNW', 292.5],
  ['up', null],
  ['', null],
  ['northsouth', null],
])('%s is %s degrees', (text, degrees) => expect(bearingOfPoint(text)).toBe(degrees));

test.each([
  ['North wall', 0],
  ['Garden side, south-west', 225],
  ['Hall NW', 315],
  ['West', 270],
  ['Street side', null],
  ['Northumberland room', null],
  ['Answer', null],
])('a wall called %s faces %s', (name, degrees) => expect(bearingInName(name)).toBe(degrees));
