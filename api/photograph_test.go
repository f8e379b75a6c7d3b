package api_test

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math/rand/v2"
	"net/http"
	"testing"

	"github.com/stretchr/testify/require"

	"graybridge/api"
	"graybridge/core/document"
	"graybridge/core/scenario"
)

// photograph is a JPEG as a camera makes it: held sideways, with a place in it.
func photograph(t *testing.T, w, h int) []byte {
	t.Helper()
	r := rand.New(rand.NewPCG(7, 7))
	p := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			p.Set(x, y, color.RGBA{uint8(x/4) + uint8(r.IntN(60)), uint8(y/4) + uint8(r.IntN(60)), uint8(r.IntN(90)),
				255})
		}
	}
	for y := range h / 4 { // the upper left corner is white
		for x := range w / 4 {
			p.Set(x, y, color.White)
		}
	}
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, p, &jpeg.Options{Quality: 90}))
	tiff := []byte("MM\x00*\x00\x00\x00\x08\x00\x01\x01\x12\x00\x03\x00" +
		"\x00\x00\x01\x00\x06\x00\x00\x00\x00\x00\x00GPS 51.5 N 0.1 W")
	segment := append([]byte("Exif\x00\x00"), tiff...)
	exif := binary.BigEndian.AppendUint16([]byte{0xFF, 0xE1}, uint16(len(segment)+2))
	data := append(append([]byte{0xFF, 0xD8}, append(exif, segment...)...), out.Bytes()[2:]...)
	return append(data, "a film after the picture, with the place GPS"...)
}

// Real photographs are taken in whole, turned upright, and say no longer where
// they were taken; they go with copies and files.
func TestPhotographsOfRealSizesAreKeptUprightAndAlone(t *testing.T) {
	t.Parallel()
	c := start(t)
	j := c.stored(scenario.Blunger())
	for _, size := range [][2]int{{900, 700}, {1600, 1200}} {
		data := photograph(t, size[0], size[1])
		require.Greater(t, len(data), 280<<10)
		require.Less(t, len(data), 1500<<10)
		made := c.do("POST", "/api/jobs/"+j.ID+"/photos", string(data), "Content-Type", "image/jpeg")
		require.Equal(t, http.StatusCreated, made.Status, "%s", made.Body)
		var id struct{ ID string }
		made.into(t, &id)
		got := c.do("GET", "/api/jobs/"+j.ID+"/photos/"+id.ID, nil)
		require.NotContains(t, string(got.Body), "GPS")
		require.NotContains(t, string(got.Body), "Exif")
		picture, _, err := image.Decode(bytes.NewReader(got.Body))
		require.NoError(t, err)
		require.Equal(t, image.Pt(size[1], size[0]), picture.Bounds().Size(), "held sideways, it stands upright")
		red, green, blue, _ := picture.At(size[1]-10, 10).RGBA()
		require.Greater(t, min(red, green, blue), uint32(0xC000), "the white corner came to the right")

		d := scenario.Blunger()
		d.Machines[0].Leads.Photo = id.ID
		saved := c.do("PUT", "/api/jobs/"+j.ID, d, "If-Match", fmt.Sprintf("%q", fmt.Sprint(j.Revision)), "Change-Id",
			"photo-"+id.ID)
		require.Equal(t, http.StatusOK, saved.Status)
		saved.into(t, &j)
		var copied, back api.JobAnswer
		c.do("POST", "/api/jobs/"+j.ID+"/copy", map[string]string{"name": "Copy", "change_id": "copy-" +
			id.ID}).into(t, &copied)
		file := c.do("GET", "/api/jobs/"+copied.ID+"/document.json", nil)
		var carried document.File
		file.into(t, &carried)
		require.Len(t, carried.Photographs, 1)
		require.Equal(t, base64.StdEncoding.EncodeToString(got.Body), carried.Photographs[0].Picture)
		in := c.do("POST", "/api/import?workshop_id="+j.WorkshopID, string(file.Body), "Change-Id", "import-"+id.ID)
		require.Equal(t, http.StatusCreated, in.Status, "%.400s", in.Body)
		in.into(t, &back)
		again := c.do("GET", "/api/jobs/"+back.ID+"/photos/"+back.Document.Machines[0].Leads.Photo, nil)
		require.Equal(t, got.Body, again.Body)
	}
	require.Equal(t, http.StatusUnsupportedMediaType, c.do("POST", "/api/jobs/"+j.ID+"/photos",
		string(photograph(t, 64, 64)[:900]), "Content-Type", "image/jpeg").Status, "cut short")
}
