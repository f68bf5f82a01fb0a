package ashfall.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.look.Picture;

import org.junit.jupiter.api.Test;

class PictureImageTest {
    @Test
    void of_aPicture_hasItsPixels() {
        float[] rgb = {1f, 0.3f, 0f, 0f, 0f, 0f, 0.1f, 0.2f, 0.4f, 5f, 5f, 5f};
        Picture picture = new Picture(2, 2, rgb, new float[4], new float[4], 1);
        var image = PictureImage.of(picture);
        for (int p = 0; p < 4; p++) {
            assertEquals(
                    picture.image().getRGB(p % 2, p / 2),
                    image.getPixelReader().getArgb(p % 2, p / 2));
        }
        assertEquals(2, image.getWidth());
    }
}
