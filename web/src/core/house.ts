// By itself, since it brings the rules of routes along, which nothing else the core's thread is asked needs.
export { houseEffects } from '@app/core';
