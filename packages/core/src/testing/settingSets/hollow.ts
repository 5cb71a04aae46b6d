/** Other words for everything: strip, shelf, deck, board; short helps. */
export const HOLLOW = `
bar.thickness | hollow.strip.main | height | i 14..120 | 32 | Strip height | Height of the main strip along the screen edge
bar.edge | hollow.strip.main | edge | e top,bottom | top | Strip edge | Screen edge of the main strip
bar.opacity | hollow.strip.main | solidity | i 0..100 | 88 | Strip solidity | How opaque the main strip is
bar.colour | hollow.strip.main | colour | c | #26323a | Strip colour | Colour of the main strip
bar.hiding | hollow.strip.main | tucks-away | b | false | Strip tucks away | Whether the main strip hides when not in use
bar.items | hollow.strip.main | pieces | as | ['finder','clock','status'] | Pieces | Pieces on the main strip in order
bar.margin | hollow.strip.main | inset | i 0..48 | 0 | Strip inset | Distance of the main strip from the screen edge
bar.cornerRadius | hollow.strip.main | rounding | i 0..32 | 0 | Strip rounding | Corner radius of the main strip
dock.thickness | hollow.shelf | depth | i 24..160 | 60 | Shelf depth | Thickness of the shelf that holds favourite programs
dock.edge | hollow.shelf | edge | e left,bottom,right | bottom | Shelf edge | Screen edge of the shelf
dock.iconSize | hollow.shelf | icon-size | i 16..128 | 48 | Shelf icons | Size of program icons on the shelf
dock.spacing | hollow.shelf | icon-gap | i 0..40 | 6 | Shelf gap | Gap between program icons on the shelf
dock.hiding | hollow.shelf | tucks-away | e never,covered,always | never | Shelf tucks away | When the shelf hides
dock.opacity | hollow.shelf | solidity | i 0..100 | 60 | Shelf solidity | How opaque the shelf is
dock.colour | hollow.shelf | colour | c | #101010 | Shelf colour | Colour of the shelf
dock.cornerRadius | hollow.shelf | rounding | i 0..40 | 14 | Shelf rounding | Corner radius of the shelf
dock.runningMark | hollow.shelf | running-mark | e dot,bar,glow,none | dot | Running mark | How running programs are marked on the shelf
dock.enlargement | hollow.shelf | swell | i 0..100 | 0 | Shelf swell | How much shelf icons grow under the pointer
clock.format | hollow.piece.clock | face | s | HH:mm | Clock face | Format of the time shown by the clock piece
clock.size | hollow.piece.clock | type-size | i 6..48 | 12 | Clock type size | Size of the clock piece's letters
clock.colour | hollow.piece.clock | ink | c | #f0f0f0 | Clock ink | Colour of the clock piece's letters
launcher-button.size | hollow.piece.finder | icon-size | i 8..64 | 20 | Finder icon | Icon size of the program finder's button
launcher-button.label | hollow.piece.finder | caption | s | | Finder caption | Caption of the program finder's button
launcher.width | hollow.finder | width | i 200..1600 | 600 | Finder width | Width of the program finder
launcher.height | hollow.finder | height | i 200..1600 | 500 | Finder height | Height of the program finder
launcher.style | hollow.finder | arrangement | e rows,grid,whole-screen | grid | Finder arrangement | How the program finder arranges programs
launcher.opacity | hollow.finder | solidity | i 0..100 | 94 | Finder solidity | How opaque the program finder is
launcher.cornerRadius | hollow.finder | rounding | i 0..40 | 10 | Finder rounding | Corner radius of the program finder
status-area.size | hollow.piece.status | icon-size | i 8..48 | 18 | Status icons | Size of the icons in the status corner
status-area.spacing | hollow.piece.status | icon-gap | i 0..32 | 5 | Status gap | Gap between the icons in the status corner
window-list.show | hollow.piece.windows | entries | e icon,title,both | both | Window entries | What entries of open windows show
window-list.entryWidth | hollow.piece.windows | entry-width | i 20..500 | 170 | Entry width | Greatest width of an entry of an open window
frame.titleHeight | hollow.windows.header | height | i 12..72 | 32 | Header height | Height of the header of windows
frame.titleAlignment | hollow.windows.header | title-alignment | e start,middle,end | middle | Title alignment | Where the title stands in the header of windows
frame.colourActive | hollow.windows.header | colour-focused | c | #3a4a54 | Header colour | Colour of the header of the focused window
frame.colourInactive | hollow.windows.header | colour-unfocused | c | #46525a | Resting header colour | Colour of the header of windows without focus
frame.ink | hollow.windows.header | title-ink | c | #ffffff | Title ink | Colour of the title in the header of windows
frame.border | hollow.windows.rim | width | i 0..12 | 1 | Rim width | Width of the rim round windows
frame.cornerRadius | hollow.windows.rim | rounding | i 0..32 | 10 | Window rounding | Corner radius of windows
frame.shadow | hollow.windows.rim | casts-shadow | b | true | Window shadow | Whether windows cast a shadow
window-buttons.side | hollow.windows.controls | side | e start,end | start | Control side | Side of the header that has the window controls
window-buttons.order | hollow.windows.controls | sequence | as | ['close','fold','fill'] | Control sequence | Order of the window controls
window-buttons.size | hollow.windows.controls | size | i 8..40 | 14 | Control size | Size of the window controls
window-buttons.spacing | hollow.windows.controls | gap | i 0..24 | 8 | Control gap | Gap between the window controls
title-type.family | hollow.type | header-face | s | Sans 11 | Header typeface | Typeface of window titles
interface-type.family | hollow.type | interface-face | s | Sans 11 | Interface typeface | Typeface of menus and labels
interface-type.size | hollow.type | interface-size | i 6..32 | 11 | Interface type size | Size of the letters of menus and labels
fixed-type.family | hollow.type | typewriter-face | s | Mono 11 | Typewriter typeface | Typeface whose letters are all as wide
list:icon set | hollow.sets | icons | s | Cave | Icon set | Set of icons
list:pointer set | hollow.sets | pointers | s | Stal | Pointer set | Set of mouse pointers
list:control theme | hollow.sets | controls | s | Grotto | Control set | Set of widgets
list:sound theme | hollow.sets | sounds | s | Drip | Sound set | Set of event sounds
pointer.size | hollow.pointer | size | i 12..128 | 28 | Pointer size | Size of the mouse pointer
controls.accent | hollow.colours | accent | c | #c07a30 | Accent | Accent colour
variants | hollow.colours | night | b | false | Night look | Whether the dark look is used
wallpaper.picture | hollow.backdrop | picture | s | /none.png | Backdrop picture | Picture on the desktop
wallpaper.fit | hollow.backdrop | fit | e cover,whole,stretch,tile | cover | Backdrop fit | How the picture fits the desktop
desktop-items.shown | hollow.backdrop | icons | b | true | Backdrop icons | Whether there are icons on the desktop
desktop-items.size | hollow.backdrop | icon-size | i 16..128 | 56 | Backdrop icon size | Size of icons on the desktop
workspace-switcher.count | hollow.rooms | count | i 1..20 | 4 | Rooms | Number of workspaces
minimise-effect.effect | hollow.motion.fold | style | e none,fade,slide,shrink | shrink | Folding style | Animation when a window is minimised
minimise-effect.duration | hollow.motion.fold | time | i 0..2000 | 220 | Folding time | Duration of the minimise animation, ms
opening-effect.effect | hollow.motion.open | style | e none,fade,grow | fade | Opening style | Animation when a window opens
opening-effect.duration | hollow.motion.open | time | i 0..2000 | 160 | Opening time | Duration of the opening animation, ms
edge-actions.topLeft | hollow.corners | top-left | e nothing,rooms,desktop | nothing | Top left corner | What the top left corner of the screen does
edge-actions.topRight | hollow.corners | top-right | e nothing,rooms,desktop | nothing | Top right corner | What the top right corner of the screen does
bar-menus.present | hollow.strip.main | carries-menus | b | true | Menus in the strip | Whether menus of programs are shown in the main strip
- | hollow.strip.main | screen | s | first | Strip screen | Which screen has the main strip
- | hollow.strip.main | stays-put | b | true | Strip stays put | Whether the main strip may be dragged
- | hollow.shelf | wait | i 0..2000 | 250 | Shelf wait | Time before the shelf comes back, ms
- | hollow.shelf | bounce-limit | i 0..20 | 5 | Bounces | How often an icon bounces while its program starts
- | hollow.piece.clock | zone | s | | Clock zone | Time zone of the clock piece
- | hollow.piece.clock | chime | b | false | Hourly chime | Whether the clock sounds each hour
- | hollow.finder | keeps | i 0..60 | 12 | Finder keeps | How many searches the program finder keeps
- | hollow.windows.header | double-press | e fill,fold,nothing | fill | Double press | What a double press on the header does
- | hollow.windows.focus | follows | e press,pointer | press | Focus follows | How windows get the focus
- | hollow.windows.focus | delay | i 0..1000 | 100 | Focus delay | Time before a window gets the focus, ms
- | hollow.pointer | speed | d -1..1 | 0.0 | Pointer speed | Speed of the mouse pointer
- | hollow.pointer | hides-while-typing | b | false | Pointer hides | Whether the pointer hides while one types
- | hollow.type | smoothing | e none,grey,full | grey | Smoothing | Smoothing of letters
- | hollow.backdrop | turns | i 0..1440 | 0 | Backdrop turns | Minutes after which another picture is shown
- | hollow.backdrop | from-folder | s | | Backdrop folder | Folder from which pictures are taken
`;
