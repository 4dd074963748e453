-- What a user of Neovim does with the language server; prints what comes back, a line each.
local function wait(what) return vim.wait(8000, what, 20) end
local function ask(method, params)
  local got = vim.lsp.buf_request_sync(0, method, params or vim.lsp.util.make_position_params(), 8000)
  for _, answer in pairs(got or {}) do return answer.result end
end
local function said(line) io.stdout:write(line .. '\n') end
wait(function()
  local mine = vim.lsp.buf_get_clients()[1]
  return mine and next(mine.server_capabilities or {})
end)
-- completion, typed as one types it
vim.fn.search('press: open options')
vim.cmd('normal! f}')
vim.cmd('normal! i, when: ')
vim.cmd('startinsert')
local items = {}
vim.fn.cursor(vim.fn.line('.'), vim.fn.col('.') + 1)
local found = vim.fn.searchpos('when: }', 'n')
vim.fn.cursor(found[1], found[2] + 6)
local result = ask('textDocument/completion')
for _, item in ipairs(result.items) do table.insert(items, item.label) end
said('completion ' .. table.concat(items, ' '))
vim.cmd('stopinsert')
vim.cmd('silent undo')
-- hover
vim.fn.search('safe-margin')
said('hover ' .. ask('textDocument/hover').contents.value)
-- definition
vim.fn.search('root: title'); vim.cmd('normal! f l')
vim.fn.search('title')
said('definition ' .. ask('textDocument/definition')[1].range.start.line + 1)
-- diagnostics, and a code action that fixes it
vim.fn.cursor(1, 1)
vim.fn.search('press: open options }')
vim.cmd('silent s/open options/open optoins/')
-- (What was told while the condition was typed may still be there.)
wait(function()
  local told = vim.diagnostic.get(0)[1]
  return told and told.message:find('optoins', 1, true)
end)
local told = vim.diagnostic.get(0)
said('diagnostic ' .. told[1].message:gsub('\n.*', ''))
vim.fn.cursor(told[1].lnum + 1, told[1].col + 1)
local params = vim.lsp.util.make_range_params()
params.context = { diagnostics = {} }
local actions = ask('textDocument/codeAction', params)
said('action ' .. actions[1].title)
vim.lsp.util.apply_workspace_edit(actions[1].edit, 'utf-16')
wait(function() return #vim.diagnostic.get(0) == 0 end)
said('left ' .. #vim.diagnostic.get(0))
-- rename
vim.fn.cursor(1, 1)
vim.fn.search('^  saved-voyage:'); vim.cmd('normal! w')
local renaming = vim.lsp.util.make_position_params()
renaming.newName = 'has-saved'
local edit = ask('textDocument/rename', renaming)
vim.lsp.util.apply_workspace_edit(edit, 'utf-16')
said('renamed ' .. vim.fn.searchcount({ pattern = 'has-saved' }).total)
vim.cmd('qa!')
