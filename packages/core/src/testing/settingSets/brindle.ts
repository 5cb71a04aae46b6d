/** One flat group with prefixes and abbreviations; short labels. */
export const BRINDLE = `
bar.thickness | brindle | pnl_size | i 12..200 | 36 | Panel size |
bar.edge | brindle | pnl_pos | e bottom,top,left,right | bottom | Panel position |
bar.edgeShare | brindle | pnl_width_pct | i 5..100 | 100 | Panel width, % |
bar.alignment | brindle | pnl_align | e left,center,right | left | Panel alignment |
bar.hiding | brindle | pnl_autohide | b | false | Autohide panel |
bar.opacity | brindle | pnl_trans | i 0..100 | 100 | Panel opacity |
bar.colour | brindle | pnl_bgcol | c | #303030 | Panel background |
bar.items | brindle | pnl_modules | as | ['mnu','tsk','try','clk'] | Panel modules |
bar.cornerRadius | brindle | pnl_rnd | i 0..32 | 0 | Rounded panel corners |
clock.format | brindle | clk_fmt | s | %I:%M %p | Clock format |
clock.size | brindle | clk_fontsz | i 6..32 | 10 | Clock font size |
clock.colour | brindle | clk_col | c | #e0e0e0 | Clock colour |
clock.lines | brindle | clk_rows | i 1..3 | 1 | Lines of the clock |
launcher-button.size | brindle | mnu_icosz | i 8..64 | 22 | Menu button icon size |
launcher-button.label | brindle | mnu_lbl | s | Apps | Menu button text |
launcher.width | brindle | mnu_w | i 100..1600 | 300 | Menu width |
launcher.height | brindle | mnu_h | i 100..1600 | 450 | Menu height |
launcher.cornerRadius | brindle | mnu_rnd | i 0..24 | 0 | Rounded menu corners |
launcher.opacity | brindle | mnu_trans | i 0..100 | 100 | Menu opacity |
launcher.searchField | brindle | mnu_search | e top,bottom,none | top | Search box in the menu |
window-list.show | brindle | tsk_btns | e icons,icons_text,text | icons_text | Task buttons show |
window-list.grouping | brindle | tsk_grp | e never,full,always | never | Group task buttons |
window-list.entryWidth | brindle | tsk_maxw | i 16..400 | 160 | Width of task buttons |
window-list.size | brindle | tsk_icosz | i 8..64 | 18 | Task icon size |
status-area.size | brindle | try_icosz | i 8..64 | 18 | Tray icon size |
status-area.spacing | brindle | try_gap | i 0..32 | 3 | Tray icon spacing |
workspace-switcher.count | brindle | ws_num | i 1..20 | 4 | Workspaces |
workspace-switcher.show | brindle | ws_show | e numbers,names,none | numbers | Workspace labels |
frame.titleHeight | brindle | win_tbar_h | i 10..64 | 22 | Title bar height |
frame.titleAlignment | brindle | win_tbar_align | e left,center,right | center | Title alignment |
frame.border | brindle | win_brdr | i 0..16 | 3 | Window border width |
frame.colourActive | brindle | win_act_bg | c | #455a64 | Active title bar colour |
frame.colourInactive | brindle | win_inact_bg | c | #607d8b | Inactive title bar colour |
frame.ink | brindle | win_act_fg | c | #ffffff | Active title text colour |
frame.shadow | brindle | win_shdw | b | true | Window shadows |
frame.cornerRadius | brindle | win_rnd | i 0..20 | 4 | Rounded window corners |
list:window theme | brindle | win_thm | s | Oat | Window theme |
window-buttons.order | brindle | win_btns | s | M:NXC | Title bar buttons |
window-buttons.size | brindle | win_btnsz | i 8..40 | 14 | Title bar button size |
title-type.family | brindle | win_font | s | Sans Bold 9 | Title font |
interface-type.family | brindle | ui_font | s | Sans 9 | Interface font |
fixed-type.family | brindle | ui_mono | s | Mono 9 | Monospace font |
list:icon set | brindle | ui_icons | s | Barley | Icon theme |
list:control theme | brindle | ui_thm | s | Husk | Widget theme |
list:pointer set | brindle | ui_curs | s | Awn | Cursor theme |
pointer.size | brindle | ui_curssz | i 8..128 | 24 | Cursor size |
controls.accent | brindle | ui_acc | c | #b07b3c | Accent colour |
variants | brindle | ui_dark | b | false | Prefer dark theme |
wallpaper.picture | brindle | bg_file | s | /none.png | Wallpaper file |
wallpaper.fit | brindle | bg_mode | e zoom,scaled,tile,center,stretch | zoom | Wallpaper mode |
list:sound theme | brindle | snd_thm | s | Grain | Sound theme |
desktop-items.shown | brindle | dt_icons | b | true | Desktop icons |
desktop-items.size | brindle | dt_icosz | i 16..128 | 48 | Desktop icon size |
desktop-items.inkColour | brindle | dt_fg | c | #ffffff | Desktop label colour |
minimise-effect.effect | brindle | fx_min | e none,fade,shrink,slide | shrink | Minimise animation |
minimise-effect.duration | brindle | fx_min_ms | i 0..2000 | 150 | Minimise duration, ms |
opening-effect.effect | brindle | fx_open | e none,fade,zoom | fade | Open animation |
edge-actions.topLeft | brindle | cor_tl | e none,overview,desktop | none | Top left corner |
edge-actions.topRight | brindle | cor_tr | e none,overview,desktop | none | Top right corner |
edge-actions.bottomLeft | brindle | cor_bl | e none,overview,desktop | none | Bottom left corner |
keyboard-mark.show | brindle | kbd_show | e flag,code,name | code | Keyboard layout indicator shows |
show-desktop.width | brindle | sd_w | i 1..64 | 8 | Width of the show desktop button |
- | brindle | pnl_mon | i 0..8 | 0 | Panel monitor |
- | brindle | pnl_lock | b | false | Lock panel |
- | brindle | clk_tz | s | UTC | Clock time zone |
- | brindle | clk_cal_weeknum | b | false | Week numbers in the calendar |
- | brindle | mnu_recent | i 0..40 | 10 | Recent files in the menu |
- | brindle | mnu_fuzzy | b | true | Fuzzy search |
- | brindle | win_focus | e click,follow | click | Window focus |
- | brindle | win_snap | b | true | Snap windows |
- | brindle | win_tbar_dbl | e max,shade,none | max | Double click on title bar |
- | brindle | ui_dpi | i 48..480 | 96 | Font DPI |
- | brindle | ui_aa | b | true | Antialias fonts |
- | brindle | bg_timer | i 0..1440 | 0 | Wallpaper change, min |
- | brindle | try_hide_unused | b | true | Hide unused tray icons |
- | brindle | kbd_rate | i 1..100 | 25 | Keyboard repeat rate |
`;
