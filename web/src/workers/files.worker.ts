import { expose } from 'comlink';
import { desk } from './desk';

expose(desk);
