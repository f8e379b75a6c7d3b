package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// wordsOpen counts the words that lie open: in the window, and on the whole page; of one part, or of all.
const wordsOpen = `((part) => {
	let open = 0, all = 0
	const walk = document.createTreeWalker(document.querySelector(part) ?? document.body, NodeFilter.SHOW_TEXT)
	while (walk.nextNode()) {
		const text = walk.currentNode, by = text.parentElement
		if (by.closest('script, style, .for-readers, [aria-hidden="true"]') || !by.checkVisibility()) continue
		const words = text.textContent.split(/\s+/).filter((w) => /[\p{L}\d]/u.test(w)).length
		const around = document.createRange()
		around.selectNodeContents(text)
		const at = around.getBoundingClientRect()
		if (!words || !at.width) continue
		all += words
		if (at.top < innerHeight && at.bottom > 0) open += words
	}
	return [open, all]
})`

// What lies open is read at a glance: at most 250 words in a bay and on the first page, at most 90 on the first page of
// a phone. The words of every main view are printed with -v; docs/performance.md has them.
func TestFewWordsLieOpen(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := open(t, s.url+"/")
	p.sized([][2]int64{{1280, 800}, {390, 844}}, func(wide int64) {
		count := func(view, part string, most int) {
			eval[bool](p, `(scrollTo(0, 0), true)`)
			whole := eval[[]int](p, wordsOpen+`("body")`)
			open := eval[[]int](p, wordsOpen+`("`+part+`")`)[0]
			t.Logf("%d px, %s: %d words open, %d in all", wide, view, whole[0], whole[1])
			if most > 0 {
				assert.LessOrEqual(t, open, most, "%s at %d px", view, wide)
			}
		}
		p.visit(s.url + "/")
		p.sees(".machine", "Slip mixer")
		p.lacks(".machine", "being worked out")
		count("your machines", "body", map[int64]int{1280: 250, 390: 90}[wide])
		for _, bay := range []string{"Supply", "Protection", "Bridge", "Leads", "Motor", "Load"} {
			p.visit(s.url + "/")
			p.at("Blunger", bay)
			p.sees(".bench h2", "")
			p.sees("[data-help]", "What this bay is for")
			count(strings.ToLower(bay), "#bench", 250)
		}
		job := strings.Split(eval[string](p, "location.pathname"), "/")[2]
		for _, view := range [][2]string{{"weigh", ".weigh-answer"}, {"card", ".card h1"}, {"log", "h1"}, {"desk",
			".tile"}} {
			p.visit(fmt.Sprintf("%s/jobs/%s/%s", s.url, job, view[0]))
			p.sees(view[1], "")
			count(view[0], "body", 0)
		}
		p.visit(s.url + "/reference")
		p.sees(".word", "amps")
		count("pocket reference", "body", 0)
	})
}
