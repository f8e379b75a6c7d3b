package api

import (
	"bytes"
	"encoding/binary"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/draw"
	"image/jpeg"
	"image/png"
	"io"
	"net/http"

	"github.com/go-chi/chi/v5"
	scale "golang.org/x/image/draw"

	"graybridge/core/sound"
	"graybridge/store"
)

// What a photograph may be: taken upright or not, with or without what a camera
// writes beside it.
const (
	mostPixels       = 24e6
	photographWanted = "a JPEG or PNG picture of at most 24 million points"
)

// developing bounds the pictures that are turned at one time: one of 24 million
// points holds about 100 MB while it is.
var developing = make(chan struct{}, 1)

// developed is a picture as it is kept: upright, and without anything beside
// the picture itself, such as where and when it was taken. What it is, its own
// bytes say. Pictures that stand upright are not compressed anew.
func developed(data []byte) (kind string, out []byte, err error) {
	kind = http.DetectContentType(data)
	decode := map[string]func(io.Reader) (image.Image, error){"image/jpeg": jpeg.Decode, "image/png": png.Decode}[kind]
	if decode == nil {
		return "", nil, errors.New("no JPEG or PNG picture")
	}
	size, _, err := image.DecodeConfig(bytes.NewReader(data))
	if err != nil {
		return "", nil, errors.New("a picture that cannot be read")
	}
	if float64(size.Width)*float64(size.Height) > mostPixels {
		return "", nil, fmt.Errorf("%d × %d points", size.Width, size.Height)
	}
	strip := strippedJPEG
	if kind == "image/png" {
		strip = strippedPNG
	}
	out, turn, ok := strip(data)
	if !ok {
		return "", nil, errors.New("a picture that is cut short")
	}
	developing <- struct{}{}
	defer func() { <-developing }()
	picture, err := decode(bytes.NewReader(data)) // what cannot be seen is not kept
	if err != nil {
		return "", nil, errors.New("a picture that cannot be read")
	}
	if turn <= 1 && max(size.Width, size.Height) <= longestSide {
		return kind, out, nil
	}
	var upright bytes.Buffer
	if turn > 1 {
		picture = turned(picture, turn)
	}
	if picture = smaller(picture); kind == "image/png" {
		err = png.Encode(&upright, picture)
	} else {
		err = jpeg.Encode(&upright, picture, &jpeg.Options{Quality: 85})
	}
	return kind, upright.Bytes(), err
}

// longestSide of a picture as it is kept: a plate or a joint is read well from it.
const longestSide = 2000

// smaller is a picture whose longer side is at most longestSide.
func smaller(p image.Image) image.Image {
	b := p.Bounds()
	most := max(b.Dx(), b.Dy())
	if most <= longestSide {
		return p
	}
	by := float64(longestSide) / float64(most)
	out := image.NewRGBA(image.Rect(0, 0, max(1, int(float64(b.Dx())*by)), max(1, int(float64(b.Dy())*by))))
	scale.ApproxBiLinear.Scale(out, out.Rect, p, b, scale.Src, nil)
	return out
}

// strippedJPEG keeps the segments that make the picture and says how the camera
// was held (EXIF orientation, 1 to 8; 0: not said).
func strippedJPEG(data []byte) (out []byte, turn int, ok bool) {
	out = append(out, data[:2]...)
	for at := 2; at+4 <= len(data); {
		if data[at] != 0xFF {
			return nil, 0, false
		}
		marker := data[at+1]
		if marker == 0xFF { // fill
			at++
			continue
		}
		end := at + 2 + int(binary.BigEndian.Uint16(data[at+2:]))
		if end > len(data) {
			return nil, 0, false
		}
		switch {
		case marker == 0xE1:
			if held := heldIn(data[at+4 : end]); held > 0 {
				turn = held
			}
		case marker == 0xE0 || marker == 0xEE: // JFIF and the colour transform belong to the picture
			out = append(out, data[at:end]...)
		case marker > 0xE0 && marker <= 0xEF || marker == 0xFE:
		case marker == 0xDA: // the picture itself, up to its end; what follows is another file
			n := bytes.Index(data[end:], []byte{0xFF, 0xD9}) // inside a scan 0xFF stands only before 0 or a restart
			if n < 0 {
				return nil, 0, false
			}
			return append(out, data[at:end+n+2]...), turn, true
		default:
			out = append(out, data[at:end]...)
		}
		at = end
	}
	return nil, 0, false
}

// heldIn reads the orientation out of a JPEG's APP1 segment; 0 where none
// stands.
func heldIn(segment []byte) int {
	tiff, ok := bytes.CutPrefix(segment, []byte("Exif\x00\x00"))
	if !ok {
		return 0
	}
	return orientation(tiff)
}

// orientation is tag 0x0112 of a TIFF header's first directory.
func orientation(tiff []byte) int {
	if len(tiff) < 8 {
		return 0
	}
	var order binary.ByteOrder = binary.BigEndian
	if tiff[0] == 'I' {
		order = binary.LittleEndian
	}
	at := int(order.Uint32(tiff[4:]))
	if at < 8 || at+2 > len(tiff) {
		return 0
	}
	for i, n := 0, int(order.Uint16(tiff[at:])); i < n; i++ {
		entry := at + 2 + 12*i
		if entry+12 > len(tiff) {
			return 0
		}
		if order.Uint16(tiff[entry:]) == 0x0112 {
			if v := int(order.Uint16(tiff[entry+8:])); v >= 1 && v <= 8 {
				return v
			}
			return 0
		}
	}
	return 0
}

// strippedPNG keeps the chunks that make the picture.
func strippedPNG(data []byte) (out []byte, turn int, ok bool) {
	const head = 8
	out = append(out, data[:head]...)
	for at := head; at+12 <= len(data); {
		end := at + 12 + int(binary.BigEndian.Uint32(data[at:]))
		if end > len(data) || end < at {
			return nil, 0, false
		}
		switch kind := string(data[at+4 : at+8]); kind {
		case "IHDR", "PLTE", "IDAT", "tRNS", "gAMA", "cHRM", "sRGB", "iCCP", "sBIT", "pHYs":
			out = append(out, data[at:end]...)
		case "eXIf":
			turn = orientation(data[at+8 : end-4])
		case "IEND":
			return append(out, data[at:end]...), turn, true
		}
		at = end
	}
	return nil, 0, false
}

// turned is a picture upright, for a camera that was held as EXIF counts it.
func turned(p image.Image, held int) image.Image {
	b := p.Bounds()
	w, h := b.Dx(), b.Dy()
	size := image.Rect(0, 0, w, h)
	if held >= 5 {
		size = image.Rect(0, 0, h, w)
	}
	from := image.NewRGBA(image.Rect(0, 0, w, h))
	draw.Draw(from, from.Rect, p, b.Min, draw.Src)
	out := image.NewRGBA(size)
	for y := range h {
		for x := range w {
			tx, ty := x, y
			switch held {
			case 2:
				tx = w - 1 - x
			case 3:
				tx, ty = w-1-x, h-1-y
			case 4:
				ty = h - 1 - y
			case 5:
				tx, ty = y, x
			case 6:
				tx, ty = h-1-y, x
			case 7:
				tx, ty = h-1-y, w-1-x
			case 8:
				tx, ty = y, w-1-x
			}
			copy(out.Pix[out.PixOffset(tx, ty):][:4], from.Pix[from.PixOffset(x, y):])
		}
	}
	return out
}

// keepable is a picture or a recording as it is kept; the error says what was found and what
// would do.
func keepable(data []byte) (kind string, out []byte, err error) {
	if http.DetectContentType(data) == "audio/wave" {
		if _, err := sound.Read(data); err != nil {
			return "", nil, errors.New("This recording cannot be kept: " + err.Error() + ". Nothing was stored.")
		}
		return "audio/wav", data, nil
	}
	kind, out, err = developed(data)
	if err != nil {
		err = errors.New("Found " + err.Error() + "; want " + photographWanted + ". Nothing was stored.")
	}
	return kind, out, err
}

// addPhoto stores a picture or a short recording of a machine.
func (s *server) addPhoto(w http.ResponseWriter, r *http.Request) {
	data, err := io.ReadAll(r.Body)
	if err != nil {
		tooLarge(w, r, maxPhoto)
		return
	}
	kind, data, err := keepable(data)
	if err != nil {
		refuse(w, r, http.StatusUnsupportedMediaType, err.Error())
		return
	}
	id, err := s.store.Photos.Add(r.Context(), chi.URLParam(r, "id"), by(r.Context()), store.Photo{MediaType: kind,
		Picture: data})
	if err != nil {
		refuseError(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	w.WriteHeader(http.StatusCreated)
	_ = json.NewEncoder(w).Encode(map[string]string{"id": id})
}

func (s *server) photo(w http.ResponseWriter, r *http.Request) {
	p, err := s.store.Photos.PhotoOf(r.Context(), chi.URLParam(r, "id"), chi.URLParam(r, "photo"))
	if errors.Is(err, store.ErrNotFound) {
		refuse(w, r, http.StatusNotFound, "There is no such picture.")
		return
	}
	if err != nil {
		refuseError(w, r, err)
		return
	}
	w.Header().Set("Content-Type", p.MediaType)
	w.Header().Set("Cache-Control", "private, max-age=31536000, immutable")
	_, _ = w.Write(p.Picture)
}
