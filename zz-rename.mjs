import ts from 'typescript'; import fs from 'node:fs'; import path from 'node:path';
const specs = fs.readFileSync(process.argv[2],'utf8').trim().split('\n').map((l)=>l.trim().split(/\s+/)); // file owner prop new
const cfg = ts.getParsedCommandLineOfConfigFile('tsconfig.json', {}, {...ts.sys, onUnRecoverableConfigFileDiagnostic(){}});
const versions = new Map(); const texts = new Map();
const host = { getScriptFileNames: () => cfg.fileNames.filter(f=>!f.includes('.next/')), getScriptVersion: (f) => String(versions.get(f) ?? 0), getScriptSnapshot: (f) => { const t = texts.get(f) ?? (fs.existsSync(f) ? fs.readFileSync(f,'utf8') : undefined); return t === undefined ? undefined : ts.ScriptSnapshot.fromString(t); }, getCurrentDirectory: () => process.cwd(), getCompilationSettings: () => cfg.options, getDefaultLibFileName: ts.getDefaultLibFilePath, fileExists: ts.sys.fileExists, readFile: ts.sys.readFile, readDirectory: ts.sys.readDirectory, directoryExists: ts.sys.directoryExists, getDirectories: ts.sys.getDirectories };
const ls = ts.createLanguageService(host, ts.createDocumentRegistry());
for (const [file, owner, prop, next] of specs) {
  const full = path.resolve(file); const sf = ls.getProgram().getSourceFile(full); if (!sf) { console.log('no file', file); continue; }
  let again = true, count = 0;
  while (again) {
    again = false; const sf = ls.getProgram().getSourceFile(full); let found = null;
    const visit = (n) => { if (found) return; if ((ts.isPropertySignature(n)||ts.isPropertyDeclaration(n)||ts.isMethodSignature(n)||ts.isMethodDeclaration(n)||ts.isGetAccessor(n)||ts.isParameter(n)&&false) && n.name.getText(sf)===prop) { let p=n.parent; while(p&&!p.name) p=p.parent; if ((p?.name?.getText?.(sf) ?? '?').replace(/\s+/g,'')===owner) { found=n; return; } } ts.forEachChild(n, visit); };
    visit(sf);
    if (!found) break;
    const locs = ls.findRenameLocations(full, found.name.getStart(sf), false, false, { providePrefixAndSuffixTextForRename: process.argv[3]==='prefix' });
    if (!locs) { console.log('cannot', file, owner, prop); break; }
    const by = new Map(); for (const l of locs) { (by.get(l.fileName) ?? by.set(l.fileName, []).get(l.fileName)).push(l); }
    for (const [f, ls_] of by) { let t = texts.get(f) ?? fs.readFileSync(f,'utf8'); for (const l of ls_.sort((a,b)=>b.textSpan.start-a.textSpan.start)) t = t.slice(0,l.textSpan.start)+(l.prefixText??'')+next+(l.suffixText??'')+t.slice(l.textSpan.start+l.textSpan.length); texts.set(f,t); versions.set(f,(versions.get(f)??0)+1); }
    count += locs.length; again = true;
  }
  console.log(count ? 'ok' : 'NONE', owner, prop, '->', next, count);
}
for (const [f,t] of texts) fs.writeFileSync(f,t);
