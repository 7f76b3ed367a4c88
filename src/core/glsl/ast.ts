import type { Pos } from './errors';

/** What the parser makes of the text: shape only, no types resolved. */
export type Expr =
  | { kind: 'number'; pos: Pos; type: 'float' | 'int' | 'uint'; value: number }
  | { kind: 'bool'; pos: Pos; value: boolean }
  | { kind: 'name'; pos: Pos; name: string }
  | { kind: 'call'; pos: Pos; name: string; args: Expr[] }
  | { kind: 'member'; pos: Pos; operand: Expr; name: string }
  | { kind: 'index'; pos: Pos; operand: Expr; index: Expr }
  | { kind: 'unary'; pos: Pos; op: string; operand: Expr }
  | { kind: 'step'; pos: Pos; op: '++' | '--'; prefix: boolean; operand: Expr }
  | { kind: 'binary'; pos: Pos; op: string; left: Expr; right: Expr }
  | { kind: 'choose'; pos: Pos; test: Expr; yes: Expr; no: Expr }
  | { kind: 'assign'; pos: Pos; op: string; target: Expr; value: Expr };

export interface Declarator {
  pos: Pos;
  name: string;
  init?: Expr;
}

export type Stmt =
  | { kind: 'declare'; pos: Pos; isConst: boolean; type: string; typePos: Pos; names: Declarator[] }
  | { kind: 'expr'; pos: Pos; expr: Expr }
  | { kind: 'if'; pos: Pos; test: Expr; yes: Stmt; no?: Stmt }
  | { kind: 'for'; pos: Pos; init: Stmt; test: Expr; update: Expr; body: Stmt }
  | { kind: 'block'; pos: Pos; body: Stmt[] }
  | { kind: 'return'; pos: Pos; value?: Expr }
  | { kind: 'break' | 'continue'; pos: Pos };

export type Direction = 'in' | 'out' | 'inout';

export interface FunctionParam {
  pos: Pos;
  direction: Direction;
  isConst: boolean;
  type: string;
  typePos: Pos;
  name: string;
}

export type Decl =
  | {
      kind: 'function';
      pos: Pos;
      returns: string;
      returnsPos: Pos;
      name: string;
      params: FunctionParam[];
      body?: Stmt[];
    }
  | { kind: 'struct'; pos: Pos; name: string; fields: { type: string; typePos: Pos; name: string; pos: Pos }[] }
  | { kind: 'uniform'; pos: Pos; type: string; typePos: Pos; name: string }
  | { kind: 'const'; pos: Pos; type: string; typePos: Pos; names: Declarator[] };
