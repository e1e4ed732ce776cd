import { expose } from 'comlink';
import { desk } from '../document/desk';

expose(desk);
