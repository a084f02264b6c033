export { betweenFrames, type Flow, flowBetween } from './flow'
