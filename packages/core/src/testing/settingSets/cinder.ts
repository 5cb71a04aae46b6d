/** Settings once a bar, at paths of their own; misleading neighbours: another “panel” and “dock” that are none. */
export const CINDER = `
bar.thickness | org.cinder.panel:/panels/one/ | size | u 16..128 | 30 | Row size | Size of one row of the panel in pixels
bar.edge | org.cinder.panel:/panels/one/ | attachment | s | bottom | Attachment | Screen edge to which the panel is attached
bar.edgeShare | org.cinder.panel:/panels/one/ | length | u 1..100 | 100 | Length | Percentage of the screen edge that the panel fills
bar.hiding | org.cinder.panel:/panels/one/ | hides-when | e never,intelligently,always | never | Automatically hide | When the panel hides
bar.opacity | org.cinder.panel:/panels/one/ | opacity-of-background | u 0..100 | 100 | Alpha | Opacity of the panel background
bar.colour | org.cinder.panel:/panels/one/ | background-colour | c | rgb(35,35,40) | Colour | Solid colour of the panel background
bar.cornerRadius | org.cinder.panel:/panels/one/ | corner-size | u 0..32 | 0 | Corner radius | Radius of the panel corners
bar.items | org.cinder.panel:/panels/one/ | plugin-order | as | ['appmenu','tasklist','clock'] | Plugins | Plugins of this panel in their order
bar.alignment | org.cinder.panel:/panels/one/ | stands-along | e start,center,end | center | Position | Where a panel that does not fill its edge stands
clock.format | org.cinder.panel.plugin.clock | text-format | s | %R | Digital format | Custom format of the digital clock
clock.size | org.cinder.panel.plugin.clock | text-size | u 6..72 | 12 | Font size | Font size of the digital clock
clock.lines | org.cinder.panel.plugin.clock | rows | u 1..3 | 1 | Rows | Number of text rows of the clock
launcher-button.label | org.cinder.panel.plugin.appmenu | button-word | s | Applications | Button title | Title of the applications menu button
launcher-button.size | org.cinder.panel.plugin.appmenu | button-icon-size | u 8..128 | 24 | Button icon size | Icon size of the applications menu button
launcher.width | org.cinder.panel.plugin.appmenu | menu-width | u 100..2000 | 400 | Menu width | Width of the applications menu
launcher.height | org.cinder.panel.plugin.appmenu | menu-height | u 100..2000 | 500 | Menu height | Height of the applications menu
launcher.opacity | org.cinder.panel.plugin.appmenu | menu-opacity | u 0..100 | 100 | Menu opacity | Opacity of the applications menu
launcher.style | org.cinder.panel.plugin.appmenu | view-mode | e list,icons,tree | list | View mode | How programs are listed in the applications menu
window-list.grouping | org.cinder.panel.plugin.tasklist | grouping | e never,always | never | Grouping of windows | Whether buttons of one application are grouped
window-list.show | org.cinder.panel.plugin.tasklist | with-labels | b | true | Show button labels | Whether task buttons carry the window title
window-list.entryWidth | org.cinder.panel.plugin.tasklist | longest-button | u 16..600 | 200 | Button length | Greatest width of a task button
window-list.size | org.cinder.panel.plugin.tasklist | icon-size | u 8..64 | 20 | Icon size | Size of icons on task buttons
status-area.size | org.cinder.panel.plugin.tray | icon-size | u 8..64 | 22 | Icon size | Size of the icons in the status tray
status-area.spacing | org.cinder.panel.plugin.tray | icon-spacing | u 0..32 | 2 | Icon spacing | Space between the icons in the status tray
workspace-switcher.show | org.cinder.panel.plugin.pager | small-pictures | b | true | Miniature view | Whether workspaces are shown as small pictures
frame.titleHeight | org.cinder.wm | title-height | u 10..64 | 24 | Title height | Height of window titles in pixels
frame.titleAlignment | org.cinder.wm | title-alignment | e left,center,right | center | Title alignment | Alignment of the text in the title bar
frame.border | org.cinder.wm | border-width | u 0..16 | 2 | Border width | Width of the border of windows
frame.shadow | org.cinder.wm | frame-shadow | b | true | Frame shadow | Whether shadows are drawn below windows
frame.cornerRadius | org.cinder.wm | frame-radius | u 0..24 | 4 | Frame radius | Radius of the corners of windows
list:window theme | org.cinder.wm | theme | s | Coal | Theme | Theme of the window frames
window-buttons.order | org.cinder.wm | title-buttons | s | T:NXC | Button layout | Layout of the title bar buttons
title-type.family | org.cinder.wm | title-font | s | Sans Bold 9 | Title font | Font of window titles
workspace-switcher.count | org.cinder.wm | workspace-count | i 1..32 | 4 | Number of workspaces | How many workspaces there are
translucency.windows | org.cinder.wm | resting-opacity | u 0..100 | 100 | Opacity of inactive windows | Opacity of windows that are not focused
interface-type.family | org.cinder.interface | default-font | s | Sans 10 | Default font | Default font of applications
fixed-type.family | org.cinder.interface | monospace-default-font | s | Monospace 10 | Monospace font | Font of fixed width
list:icon set | org.cinder.interface | icons | s | Ember | Icon theme | Name of the icon theme
list:control theme | org.cinder.interface | theme-name | s | Soot | Theme name | Name of the theme of widgets
list:pointer set | org.cinder.interface | cursor-theme | s | Spark | Cursor theme | Name of the cursor theme
pointer.size | org.cinder.interface | cursor-size | i 8..128 | 24 | Cursor size | Size of the mouse cursor
variants | org.cinder.interface | prefer-dark | b | false | Prefer dark | Prefer the dark variant of a theme
list:sound theme | org.cinder.sound | event-sounds | s | Crackle | Sound theme | Theme of event sounds
wallpaper.picture | org.cinder.backdrop:/screens/zero/ | image-file | s | /none.svg | Image | Image file of the backdrop
wallpaper.fit | org.cinder.backdrop:/screens/zero/ | image-fit | e none,centered,tiled,stretched,scaled,zoomed | zoomed | Image style | How the backdrop image is drawn
desktop-items.shown | org.cinder.desktop | show-icons | b | true | Show icons | Whether icons are shown on the desktop
desktop-items.size | org.cinder.desktop | icon-size | u 16..192 | 48 | Icon size | Size of the icons on the desktop
terminal.background | org.cinder.terminal | back-color | c | #000000 | Background color | Background color of the terminal
terminal.text | org.cinder.terminal | text-color | c | #e6e6e6 | Text color | Text color of the terminal
terminal.cursor | org.cinder.terminal | caret-color | c | #38f8f8 | Cursor color | Color of the terminal's cursor
terminal.opacity | org.cinder.terminal | back-opacity | d 0..1 | 0.85 | Background opacity | Opacity of the terminal's background
- | org.cinder.panel:/panels/one/ | appears-on | s | automatic | Output | Output on which the panel appears
- | org.cinder.panel:/panels/one/ | rows-of-it | u 1..6 | 1 | Rows | Number of rows of the panel
- | org.cinder.panel:/panels/one/ | kept-in-place | b | true | Locked | Whether the position of the panel is locked
- | org.cinder.panel:/panels/one/ | over-all-screens | b | false | Span monitors | Whether the panel spans all monitors
- | org.cinder.settings.displays.panel | size | s | 1280x800 | Built-in panel size | Resolution of the built-in display panel
- | org.cinder.settings.displays.panel | brightness | i 0..100 | 80 | Panel brightness | Brightness of the built-in display panel
- | org.cinder.power.dock | on-undock | e nothing,sleep | nothing | When undocked | What happens when the machine leaves its docking station
- | org.cinder.power.dock | charge-limit | i 50..100 | 100 | Charge limit in the docking station | Highest charge when the machine is docked
- | org.cinder.wm | focus-by-click | b | true | Click to focus | Whether windows are focused by a click
- | org.cinder.wm | edges-attract | u 1..64 | 10 | Snap width | Distance at which edges attract windows
- | org.cinder.wm | placed-smartly-below | u 0..100 | 20 | Placement ratio | Least size of windows that are placed smartly
- | org.cinder.wm | double-click-action | e none,maximize,shade | maximize | Double click | What a double click on a title does
- | org.cinder.wm | round-the-edge | b | false | Wrap windows | Whether windows wrap round the edge of the screen
- | org.cinder.interface | caret-blinking | i 100..2500 | 1200 | Cursor blink time | Length of the blinking of the text cursor
- | org.cinder.interface | dpi | i -1..400 | -1 | DPI | Resolution of fonts
- | org.cinder.interface | sub-pixels | e rgb,bgr,vrgb | rgb | Sub-pixel order | Order of sub-pixels
- | org.cinder.terminal | lines-kept | i 0..100000 | 1000 | Scrollback | Lines kept for scrolling back
- | org.cinder.terminal | tab-activity | i 0..30 | 2 | Tab activity timeout | Seconds for which a tab shows activity
- | org.cinder.backdrop:/screens/zero/ | image-changes-after | i 0..1440 | 10 | Cycle period | Minutes after which the image changes
- | org.cinder.desktop | first-screen-only | b | false | Primary only | Whether icons stay on the primary display
`;
